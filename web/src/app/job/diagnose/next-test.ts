import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import {
  inHundred,
  observationById,
  sayOften,
  type DiagnosisKnowledge,
  type Looked,
  type TestWorth,
} from '@petrichor/core/diagnose';
import type { Seen } from '@petrichor/core/job';
import { sayMinutes, sure } from '@petrichor/core/units';
import { OutcomeColumns, type OutcomeColumn } from '../../drawing/outcome-columns';
import { TEXTURES } from '../../drawing/texture-patterns';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { KeyBox } from '../../ui/key-box';
import type { Changed } from './findings-list';
import { Focus } from '../../shell/focus';

const LETTERS = ['A', 'B', 'C', 'D', 'E'] as const;
const COLUMNS = 2;

/**
 * Which test settles most for its minutes, what each outcome would mean, and a place to write down what it
 * showed.
 */
@Component({
  selector: 'p-next-test',
  imports: [OutcomeColumns, Choice, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './next-test.html',
  styleUrl: './next-test.css',
})
export class NextTest {
  readonly looked = input.required<Looked>();
  readonly edition = input.required<DiagnosisKnowledge>();
  /** Causes in the order of the bands, each with its texture. */
  readonly textures =
    input.required<readonly { id: string; short: string; ground: string; pattern: string }[]>();
  readonly seen = input.required<ReadonlyMap<string, boolean>>();
  readonly changed = output<Changed>();
  readonly setAside = output<string>();
  /** A test is over: its result stands in the headline. */
  readonly finished = output();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly hands = inject(Focus);
  private readonly picked = signal<string | null>(null);
  /**
   * The test that is being done; it stays while its answers come in and other tests become the better ones.
   */
  protected readonly doing = signal<string | null>(null);
  protected readonly answers: readonly ChoiceOption<Seen>[] = [
    { label: 'yes', value: 'seen' },
    { label: 'no', value: 'not-seen' },
    { label: 'not looked', value: 'not-looked' },
  ];
  protected readonly settled = computed(() => this.looked().weighing.settled);
  protected readonly listed = computed(() => {
    const ranked = this.looked().advice.ranked.slice(0, LETTERS.length);
    const most = Math.max(...ranked.map((one) => one.share), 0.001);
    return ranked.map((one, at) => ({
      letter: sure(LETTERS[at]),
      worth: one,
      bar: (one.share / most) * 74,
      minutes: sayMinutes(one.handsMinutes + one.test.waitMinutes),
    }));
  });
  protected readonly at = computed((): TestWorth | null => {
    const ranked = this.looked().advice.ranked;
    return ranked.find((one) => one.test.id === this.picked()) ?? ranked[0] ?? null;
  });
  protected readonly doingTest = computed(
    () => this.edition().tests.find((one) => one.id === this.doing()) ?? null,
  );
  protected readonly asked = computed(() =>
    (this.doingTest()?.answers ?? []).flatMap((id) => {
      const observation = observationById(this.edition(), id);
      const known = this.seen().get(id);
      const answer: Seen = known === undefined ? 'not-looked' : known ? 'seen' : 'not-seen';
      return observation ? [{ observation, answer }] : [];
    }),
  );
  protected readonly takes = computed(() => {
    const at = this.at();
    if (!at) return '';
    const { waitMinutes, needsOpening } = at.test;
    const wait = waitMinutes > 0 ? `, then ${sayMinutes(waitMinutes)} of waiting` : '';
    const way =
      needsOpening && at.handsMinutes > at.test.handsMinutes
        ? `, the way in and out of ${sayMinutes(at.handsMinutes - at.test.handsMinutes)} among them`
        : '';
    return `${sayMinutes(at.handsMinutes)} of hands${way}${wait}.`;
  });
  protected readonly sequence = computed(() => {
    const planned = this.looked().advice.sequence;
    if (planned.length < 2) return '';
    const minutes = planned.reduce((sum, one) => sum + one.minutes, 0);
    const names = planned.map((one) => lower(one.test.say));
    return `In a row: ${names.join(', then ')}. ${sayMinutes(minutes)} in all; settled ${sayOften(sure(planned.at(-1)).settledAfter)}.`;
  });
  protected readonly forbidden = computed(() =>
    this.looked()
      .advice.forbidden.map((one) => lower(one.say))
      .join(', '),
  );
  protected readonly columns = computed((): OutcomeColumn[] => {
    const at = this.at();
    if (!at) return [];
    const { weighing } = this.looked();
    const now = new Map(weighing.ranked.map((one) => [one.cause.id, one.now]));
    const answers = this.seen().size;
    return [
      this.column('Now', `${answers} ${answers === 1 ? 'finding' : 'findings'}`, false, now, weighing.none),
      ...at.outcomes.slice(0, COLUMNS).map((outcome) => {
        const then = new Map(outcome.top.map((one) => [one.cause.id, one.chance]));
        const title =
          outcome.finds.filter((one) => one.seen).map((one) => one.say)[0] ?? outcome.finds[0]?.say ?? '';
        return this.column(title, sayOften(outcome.chance), outcome.settled, then, outcome.none);
      }),
    ];
  });

  constructor() {
    // Once every question of the test is answered it is done.
    effect(() => {
      const asked = this.asked();
      if (asked.length > 0 && asked.every((one) => one.answer !== 'not-looked')) untracked(() => this.end());
    });
  }

  pick(letter: string): void {
    const found = this.listed().find((one) => one.letter === letter);
    if (found) this.picked.set(found.worth.test.id);
  }

  begin(testId = this.at()?.test.id ?? null): void {
    this.doing.set(testId);
    this.hands.to(this.host, '.doing button');
  }

  protected choose(id: string): void {
    this.picked.set(id);
  }

  protected end(): void {
    this.doing.set(null);
    this.finished.emit();
  }

  private column(
    title: string,
    foot: string,
    settled: boolean,
    chances: ReadonlyMap<string, number>,
    none: number,
  ): OutcomeColumn {
    const parts = this.textures().flatMap(({ id, short, ground, pattern }) => {
      const chance = id === 'none' ? none : chances.get(id);
      return chance === undefined || inHundred(chance) === 0 ? [] : [{ id, short, chance, ground, pattern }];
    });
    // A cause that an outcome brings up from outside the bands.
    const [top] = [...chances].sort((one, other) => other[1] - one[1]);
    if (top && !parts.some((part) => part.id === top[0])) {
      const short = this.edition().causes.find((cause) => cause.id === top[0])?.short ?? top[0];
      parts.unshift({ id: top[0], short, chance: top[1], ...TEXTURES[5] });
    }
    return { title, foot, settled, parts };
  }
}

const lower = (say: string): string => say.charAt(0).toLowerCase() + say.slice(1);

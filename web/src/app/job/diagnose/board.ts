import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { dataMatters, inHundred, sayOften, type About, type DataStake } from '@petrichor/core/diagnose';
import { stakeOf, type JobState } from '@petrichor/core/job';
import { sayMinutes } from '@petrichor/core/units';
import { CauseBands, type BandsModel } from '../../drawing/cause-bands';
import { TexturePatterns } from '../../drawing/texture-patterns';
import { Keys } from '../../shell/keys';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { Chart } from '../../ui/chart';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { KeyBox } from '../../ui/key-box';
import { StateMark, type MarkName } from '../../ui/state-mark';
import { AddFinding, type Added } from './add-finding';
import { bandsOf, sayJobsBehind, texturesOf } from './bands';
import { ConclusionPart } from './conclusion';
import { FindingsList, type Changed } from './findings-list';
import { NextTest } from './next-test';
import { Readings } from './readings';
import { weighingOf } from './weighing';

const SHORT_STAKE = { none: 'no matter', copied: 'has a copy', irreplaceable: 'irreplaceable' } as const;
const CHARTED = 5;

/** Causes weighed by findings, before the swap or after it: bands, next test, conclusion. */
@Component({
  selector: 'p-weigh-board',
  imports: [
    CauseBands,
    TexturePatterns,
    Chart,
    Choice,
    KeyBox,
    StateMark,
    AddFinding,
    FindingsList,
    NextTest,
    ConclusionPart,
    Readings,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './board.html',
  styleUrl: './board.css',
})
export class WeighBoard {
  readonly job = input.required<JobState>();
  readonly about = input.required<About>();
  private readonly desk = inject(JobDesk);
  private readonly heading = viewChild<ElementRef<HTMLElement>>('heading');
  private readonly adding = viewChild(AddFinding);
  private readonly tests = viewChild(NextTest);
  private readonly concluding = viewChild(ConclusionPart);
  protected readonly leftOut = signal<ReadonlySet<string>>(new Set());
  protected readonly weighing = weighingOf(
    computed(() => this.job()),
    computed(() => this.about()),
    this.leftOut,
  );
  protected readonly fault = signal('');
  protected readonly findings = computed(() => this.job().findings[this.about()]);
  protected readonly known = computed(() => new Set(this.findings().map((one) => one.observation)));
  protected readonly seen = computed(
    () => new Map(this.findings().map((one) => [one.observation, one.seen])),
  );
  protected readonly stakes: readonly ChoiceOption<DataStake>[] = (
    ['none', 'copied', 'irreplaceable'] as const
  ).map((value) => ({
    label: SHORT_STAKE[value],
    value,
  }));
  protected readonly stake = computed(() => stakeOf(this.job()));
  protected readonly matters = computed(() => dataMatters(this.stake()));

  protected readonly headline = computed(() => {
    const made = this.about() === 'before' ? this.job().conclusion : this.job().afterConclusion;
    if (made) return `${made.say}.`;
    const looked = this.weighing.looked();
    const first = looked?.weighing.ranked[0];
    if (!looked || !first || this.weighing.answers().length === 0)
      return this.about() === 'before' ? 'Is it the drive?' : 'What is new since the swap?';
    const say = first.cause.say.charAt(0).toLowerCase() + first.cause.say.slice(1);
    if (looked.weighing.settled) return `${first.cause.say}. Settled.`;
    return first.now < 0.35
      ? `Cannot tell yet; first of all ${say}.`
      : `Most likely ${say}. Not settled yet.`;
  });
  protected readonly sub = computed(() => {
    const looked = this.weighing.looked();
    const first = looked?.weighing.ranked[0];
    if (!looked || !first) return '';
    const settled = `${inHundred(first.now)} in 100; a cause is settled from ${inHundred(this.weighing.edition().settledFrom)}.`;
    if (this.weighing.answers().length === 0) return `Nothing found yet; ${this.behind()}.`;
    const next = looked.advice.ranked[0];
    return next && !looked.weighing.settled
      ? `${settled} The next test takes ${sayMinutes(next.handsMinutes + next.test.waitMinutes)} and would settle it ${sayOften(next.settles)}.`
      : settled;
  });
  private readonly behind = computed(() => sayJobsBehind(this.weighing.jobs()));

  protected readonly textures = computed(() => texturesOf(this.weighing.looked()));
  protected readonly bands = computed((): BandsModel | null => {
    const looked = this.weighing.looked();
    return looked && bandsOf(this.weighing.edition(), this.findings(), looked, this.leftOut(), this.behind());
  });
  protected readonly together = computed(() => {
    const looked = this.weighing.looked();
    if (!looked || looked.weighing.explanation.accounts.length === 0) return '';
    const { causes, chance, accounts } = looked.weighing.explanation;
    const alone = accounts.filter((one) => one.by === null).map((one) => one.observation.say.toLowerCase());
    const names = causes.map((one) => one.say.charAt(0).toLowerCase() + one.say.slice(1));
    if (names.length === 0) return 'What is seen is explained best by nothing at all: chance. Look again.';
    const rest = alone.length > 0 ? `, but for: ${alone.join('; ')}` : '';
    return `What is seen is explained best by ${names.join(' together with ')}${rest} (${inHundred(chance)} in 100 for just that).`;
  });
  protected readonly overturnings = computed(() =>
    (this.weighing.looked()?.overturnings ?? []).map((one) => ({
      key: one.finds.map((find) => find.observation + String(find.seen)).join(),
      finds: one.finds.map((find) => find.say).join(', and '),
      then: `${one.instead.say.charAt(0).toLowerCase()}${one.instead.say.slice(1)}, ${inHundred(one.insteadChance)} in 100`,
      often: sayOften(one.chance),
    })),
  );
  protected readonly rules = computed(() =>
    this.weighing.edition().stopRules.map((rule) => {
      const answers = rule.anyOf.map((id) => this.seen().get(id));
      const seen = answers.some((one) => one === true);
      const all = answers.every((one) => one === false);
      const mark: MarkName = seen ? 'stop' : all ? 'settled' : 'needs';
      return {
        id: rule.id,
        say: rule.say.replace(/\.$/, ''),
        word: seen ? 'seen' : all ? 'no' : 'not looked',
        mark,
      };
    }),
  );
  protected readonly chart = computed(() => {
    const bands = this.bands();
    if (!bands || bands.findings.length < 2) return null;
    const series = bands.causes
      .slice(0, CHARTED)
      .map(({ say, chances }) => ({ name: say, values: chances.map((one) => Math.round(one * 1000) / 10) }));
    return {
      series,
      labels: ['before', ...bands.findings.map((one) => one.say)],
      words: `Chances over the findings. ${series.map((one) => `${one.name}: from ${one.values[0]} to ${one.values.at(-1)} in 100`).join('; ')}.`,
    };
  });
  protected readonly aside = computed(() =>
    this.weighing.edition().tests.filter((test) => this.job().setAside.includes(test.id)),
  );
  protected readonly concluded = computed(() => {
    const made = this.about() === 'before' ? this.job().conclusion : this.job().afterConclusion;
    return made ? `${made.by.name}, ${sayWhen(made.at)}: ${made.reason}` : '';
  });

  constructor() {
    const numbers = Object.fromEntries(
      Array.from({ length: 9 }, (_, at) => [
        String(at + 1),
        {
          say: at === 0 ? 'Leave finding 1 out, or count it again (1 to 9)' : `Finding ${at + 1}`,
          run: () => this.toggleAt(at),
        },
      ]),
    );
    const letters = Object.fromEntries(
      ['A', 'B', 'C', 'D', 'E'].map((letter) => [
        letter,
        {
          say: letter === 'A' ? 'Choose a test (A to E)' : `Test ${letter}`,
          run: () => this.tests()?.pick(letter),
        },
      ]),
    );
    inject(Keys).bind({
      '/': { say: 'Add what you see', run: () => this.adding()?.focus() },
      G: { say: 'Add from pictures', run: () => this.adding()?.togglePictures() },
      ...numbers,
      ...letters,
      Space: { say: 'Do this test', run: () => this.tests()?.begin() },
      O: { say: 'Conclude', run: () => this.concluding()?.focus() },
    });
  }

  protected add({ observation, seen }: Added): void {
    this.change({ observation, seen: seen ? 'seen' : 'not-seen', detail: '' });
  }

  protected change({ observation, seen, detail }: Changed): void {
    this.leftOut.update((out) => new Set([...out].filter((one) => one !== observation)));
    this.fault.set(
      this.desk.give(this.job(), { type: 'observe', about: this.about(), observation, seen, detail })
        ?.sentence ?? '',
    );
  }

  protected toggle(observation: string): void {
    this.leftOut.update((out) =>
      out.has(observation)
        ? new Set([...out].filter((one) => one !== observation))
        : new Set([...out, observation]),
    );
  }

  /** A finished test is read in the headline. */
  protected toResult(): void {
    const heading = this.heading()?.nativeElement;
    if (!heading) return;
    heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
    heading.scrollIntoView?.({ block: 'start' });
  }

  protected setStake(stake: DataStake): void {
    this.fault.set(this.desk.give(this.job(), { type: 'state-stake', stake })?.sentence ?? '');
  }

  protected setAside(testId: string, aside: boolean): void {
    this.fault.set(this.desk.give(this.job(), { type: 'set-test-aside', testId, aside })?.sentence ?? '');
  }

  protected conclude(): void {
    this.concluding()?.focus();
  }

  private toggleAt(at: number): void {
    const observation = this.bands()?.findings[at]?.observation;
    if (observation) this.toggle(observation);
  }
}

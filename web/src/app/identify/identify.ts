import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  narrow,
  shippedIdentify,
  THING_GROUPS,
  type Feature,
  type SeenOnThing,
  type ThingGroup,
} from '@petrichor/core/identify';
import { ThingDrawing } from '../drawing/thing-drawing';
import { ConnectionLine } from '../shell/connection-line';
import { Keys, type Binding } from '../shell/keys';
import { Choice } from '../ui/choice';
import { draft } from '../ui/draft';
import { KeyBox } from '../ui/key-box';
import { NumberField } from '../ui/field/number-field';

const GROUP_WORDS: Readonly<Record<ThingGroup, string>> = {
  drive: 'drive',
  socket: 'socket',
  lead: 'lead',
  screw: 'screw',
  memory: 'memory',
};
const SHOWN = 8;

/**
 * What is this thing in my hand? One question after another, the one that tells most for least effort first.
 */
@Component({
  selector: 'p-identify',
  imports: [RouterLink, ThingDrawing, ConnectionLine, Choice, KeyBox, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './identify.html',
  styleUrl: './identify.css',
})
export class IdentifyScreen {
  private readonly knowledge = shippedIdentify();
  /** A reload does not lose what was seen. */
  protected readonly seen = draft<SeenOnThing[]>('identify.seen', []);
  protected readonly group = draft<ThingGroup | 'any'>('identify.group', 'any');
  protected readonly groups = [
    { label: 'any thing', value: 'any' as const },
    ...THING_GROUPS.map((value) => ({ label: GROUP_WORDS[value], value })),
  ];
  protected readonly found = computed(() => narrow(this.knowledge, this.seen(), this.pickedGroup()));
  private readonly pickedGroup = computed(() => {
    const group = this.group();
    return group === 'any' ? null : group;
  });
  protected readonly shown = computed(() => this.found().candidates.slice(0, SHOWN));
  protected readonly more = computed(() => Math.max(0, this.found().candidates.length - SHOWN));
  /** One asks what one wants to ask: a feature chosen from those that are open, else the best. */
  private readonly wanted = signal<string | null>(null);
  protected readonly question = computed((): Feature | null => {
    const open = this.knowledge.features.find((one) => one.id === this.wanted() && !this.isAnswered(one.id));
    return open ?? this.found().next;
  });
  protected readonly others = computed(() =>
    this.knowledge.features.filter(
      (one) => !this.isAnswered(one.id) && one.id !== this.question()?.id && this.arises(one.id),
    ),
  );
  protected readonly value = signal<number | null>(null);
  protected readonly fault = signal('');
  /** Drives and boards on one scale, so that the larger looks larger. */
  protected readonly scale = computed(() => {
    const drawn = this.shown().flatMap((one) => one.thing.drawn ?? []);
    const longest = Math.max(...drawn.map((one) => one.lengthMm), 1);
    const widest = Math.max(...drawn.map((one) => one.widthMm), 1);
    return Math.min(14, 190 / longest, 96 / widest);
  });
  protected readonly verdict = computed(() => {
    const [first, second] = this.found().candidates;
    if (!first) return 'Nothing known looks like this.';
    if (this.seen().length === 0) return 'What is this thing?';
    if (!this.found().next && !this.found().contradiction && (!second || first.chance > 2 * second.chance))
      return `${first.thing.name}.`;
    return `${this.found().candidates.filter((one) => one.against.length === 0).length} things are left.`;
  });

  constructor() {
    const router = inject(Router);
    const digits = Object.fromEntries(
      Array.from({ length: 9 }, (_, at): [string, Binding] => [
        String(at + 1),
        { say: `Answer ${at + 1}`, run: () => this.answerAt(at) },
      ]),
    );
    inject(Keys).bind({
      ...digits,
      '0': { say: 'Answer 10', run: () => this.answerAt(9) },
      N: { say: 'Cannot see it', run: () => this.cannotSee() },
      'Ctrl+Z': { say: 'Take the last answer back', run: () => this.back() },
      'Shift+R': { say: 'Begin again', run: () => this.again() },
      Escape: { say: 'Back to the Bench', run: () => void router.navigate(['/']) },
    });
  }

  protected say(seen: SeenOnThing): string {
    const feature = this.knowledge.features.find((one) => one.id === seen.feature);
    if (!feature) return '';
    if (seen.kind === 'cannot-see') return `${feature.ask} Cannot see.`;
    if (seen.kind === 'measure')
      return `${feature.ask} ${seen.value} ${feature.kind === 'measure' ? feature.unit : ''}`;
    const answer = feature.kind === 'look' ? feature.answers.find((one) => one.id === seen.answer)?.say : '';
    return `${feature.ask} ${answer ?? ''}`;
  }

  protected share(chance: number): string {
    return chance > 0.995 ? 'all but certain' : `${Math.max(1, Math.round(chance * 100))} in 100`;
  }

  protected ask(id: string): void {
    this.wanted.set(id);
    this.value.set(null);
    this.fault.set('');
  }

  protected answer(answer: string): void {
    const question = this.question();
    if (question) this.keep({ feature: question.id, kind: 'look', answer });
  }

  protected measured(): void {
    const question = this.question();
    const value = this.value();
    if (question?.kind !== 'measure') return;
    if (value === null) return this.fault.set('Type the figure, or say that you cannot see it.');
    this.keep({ feature: question.id, kind: 'measure', value });
  }

  protected cannotSee(): void {
    const question = this.question();
    if (question) this.keep({ feature: question.id, kind: 'cannot-see' });
  }

  protected back(): void {
    this.seen.update((seen) => seen.slice(0, -1));
  }

  protected drop(feature: string): void {
    this.seen.update((seen) => seen.filter((one) => one.feature !== feature));
  }

  protected again(): void {
    this.seen.set([]);
    this.wanted.set(null);
    this.value.set(null);
    this.fault.set('');
  }

  private answerAt(at: number): void {
    const question = this.question();
    const answer = question?.kind === 'look' ? question.answers[at] : undefined;
    if (answer) this.answer(answer.id);
  }

  private keep(one: SeenOnThing): void {
    this.seen.update((seen) => [...seen.filter((other) => other.feature !== one.feature), one]);
    this.wanted.set(null);
    this.value.set(null);
    this.fault.set('');
  }

  private isAnswered(feature: string): boolean {
    return this.seen().some((one) => one.feature === feature);
  }

  /** Whether anything that is left shows it at all. */
  private arises(feature: string): boolean {
    return this.found().candidates.some(
      (one) => one.thing.shows[feature] !== undefined && one.against.length === 0,
    );
  }
}

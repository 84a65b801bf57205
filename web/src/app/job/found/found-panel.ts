import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import {
  hasWalked,
  PLACE_PARTS,
  SAY_FOUND_HOW,
  SAY_PLACE_PART,
  type Found,
  type FoundHow,
  type FoundState,
  type Held,
  type JobState,
  type PlacePart,
} from '@petrichor/core/job';
import { placesOf, type MachinePlace } from '@petrichor/core/hardware';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { Choice } from '../../ui/choice';
import { KeyBox } from '../../ui/key-box';
import { FoundMark } from './found-mark';
import { HeldForm } from './held-form';
import { sayFound } from './say-found';

type Detail = 'holds' | 'missing' | 'something-else' | null;

/**
 * Every place of this machine as it was found: who says so, and how. A press on a row opens what it may be
 * like; one press more corrects it. Down is deeper.
 */
@Component({
  selector: 'p-found-panel',
  imports: [Choice, FoundMark, HeldForm, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './found-panel.html',
  styleUrl: './found-panel.css',
})
export class FoundPanel {
  readonly job = input.required<JobState>();
  /** Numbers of the changes at each place; empty: none is shown. */
  readonly numbers = input<Readonly<Record<string, { readonly number: number; readonly inHand: boolean }>>>(
    {},
  );
  /** What may be done at a place, where the screen offers it. */
  readonly offers = input<
    Readonly<Record<string, readonly { readonly say: string; readonly run: () => void }[]>>
  >({});
  readonly touched = output<string>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly fault = signal('');
  protected readonly opened = signal<string | null>(null);
  protected readonly detail = signal<Detail>(null);
  /** Nobody has seen into a machine that was not opened: until then it is told. */
  protected readonly how = linkedSignal<boolean, FoundHow>({
    source: computed(() => hasWalked(this.job())),
    computation: (opened) => (opened ? 'seen' : 'told'),
  });
  /** Nobody says by hand how the last job left it. */
  protected readonly hows = (['seen', 'read', 'told'] as FoundHow[]).map((value) => ({
    value,
    label: SAY_FOUND_HOW[value],
  }));
  /** Answers that ask for more. */
  protected readonly unfolding = [
    { detail: 'holds', say: 'holds this' },
    { detail: 'missing', say: 'part missing' },
    { detail: 'something-else', say: 'something else' },
  ] as const;
  protected readonly parts = PLACE_PARTS.map((part) => ({ part, say: SAY_PLACE_PART[part] }));
  private readonly model = computed(
    () => this.models().find((one) => one.id === this.job().intake.modelId) ?? null,
  );
  /** By the model's word: what is found stands beside it. */
  private readonly places = computed(() => {
    const model = this.model();
    return model ? [...placesOf(model, this.job().variantId)].sort(byDepth) : [];
  });
  protected readonly rows = computed(() => {
    const deepest = Math.max(1, ...this.places().map(depthOf));
    return this.places().map((place) => ({
      place,
      found: this.job().found[place.id] ?? null,
      tone: `var(--s${1 + Math.round((5 * depthOf(place)) / deepest)})`,
      ...sayFound(place, this.job().found[place.id]),
    }));
  });
  protected readonly unseen = computed(() => this.rows().filter((one) => one.found === null));

  constructor() {
    inject(Keys).bind({
      G: { say: 'The rest of the machine is as the guide says', run: () => this.restAsGuide() },
    });
  }

  protected toggle(id: string): void {
    this.fault.set('');
    this.detail.set(null);
    this.opened.update((now) => (now === id ? null : id));
    if (this.opened() === id) this.touched.emit(id);
  }

  /** What nobody looked at is as the guide says; what somebody found stays. */
  protected restAsGuide(): void {
    const rest = this.unseen().map(({ place }) => place.id);
    if (rest.length === 0) return this.fault.set('Every place has been looked at.');
    this.find(rest, this.said('as-guide'));
  }

  protected set(place: MachinePlace, is: 'as-guide' | 'empty'): void {
    this.detail.set(null);
    // What is missing there stays missing: a place may be empty and without its screw.
    this.find([place.id], { ...this.kept(place), is, holds: null });
  }

  protected nobody(place: MachinePlace): void {
    this.detail.set(null);
    this.find([place.id], null);
  }

  protected holds(place: MachinePlace, holds: Held): void {
    if (this.find([place.id], { ...this.kept(place), is: 'holds', holds })) this.detail.set(null);
  }

  protected something(place: MachinePlace, note: string): void {
    if (this.find([place.id], { ...this.kept(place), is: 'something-else', holds: null, note: note.trim() }))
      this.detail.set(null);
  }

  protected missing(place: MachinePlace, part: PlacePart): void {
    // What is missing says nothing of what is in: that is said first, never supposed.
    if (!this.job().found[place.id]) return this.fault.set('Say first what is in it, then what is missing.');
    const kept = this.kept(place);
    const missing = kept.missing.includes(part)
      ? kept.missing.filter((one) => one !== part)
      : [...kept.missing, part];
    this.find([place.id], { ...kept, missing });
  }

  protected screws(place: MachinePlace, typed: string): void {
    if (!this.job().found[place.id]) return this.fault.set('Say first what is in it, then how many screws.');
    const screws = typed.trim() === '' ? null : Number(typed);
    if (screws !== null && !Number.isInteger(screws)) return this.fault.set('Type a whole number of screws.');
    const kept = this.kept(place);
    if (kept.screws !== screws) this.find([place.id], { ...kept, screws });
  }

  protected unfold(detail: Exclude<Detail, null>): void {
    this.detail.update((now) => (now === detail ? null : detail));
  }

  protected isNow(row: { found: Found | null }, is: FoundState): boolean {
    return row.found?.is === is;
  }

  /** What is said of it so far, without its stamp. */
  private kept({ id }: MachinePlace): Found {
    const found = this.job().found[id];
    if (!found) return this.said('as-guide');
    const { is, holds, missing, screws, note } = found;
    return { is, holds, missing, screws, note, how: this.how() };
  }

  private said(is: FoundState): Found {
    return { is, holds: null, missing: [], screws: null, note: '', how: this.how() };
  }

  private find(placeIds: string[], found: Found | null): boolean {
    const refusal = this.desk.give(this.job(), { type: 'find', placeIds, found });
    this.fault.set(refusal?.sentence ?? '');
    return refusal === null;
  }
}

const depthOf = ({ reach }: MachinePlace): number => reach?.length ?? 0;
const byDepth = (a: MachinePlace, b: MachinePlace): number => depthOf(a) - depthOf(b);

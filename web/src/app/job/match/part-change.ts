import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { Focus } from '../../shell/focus';
import { Keys } from '../../shell/keys';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { selectAccount } from '../../state/session/session.reducer';
import { MemoryAfter } from './memory-after';
import { besideAt } from '@petrichor/core/fit';
import { LookDrawer } from './look-drawer';
import type { ChangeList, Row } from './change-list';
import { TakeAgainst } from './take-against';
import { MARKS, sayStock } from './words';

/**
 * A change that puts a part in, or none: what the shelf has for its place, each with the same proof as a
 * drive.
 */
@Component({
  selector: 'p-part-change',
  imports: [KeyBox, LookDrawer, MemoryAfter, StateMark, TakeAgainst],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './part-change.html',
  styleUrl: './drive-change.css',
})
export class PartChangePanel {
  readonly list = input.required<ChangeList>();
  readonly row = input.required<Row>();
  private readonly account = inject(Store).selectSignal(selectAccount);
  readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  private readonly focus = inject(Focus);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly fault = signal('');
  protected readonly marks = MARKS;
  protected readonly stock = sayStock;
  protected readonly candidates = computed(() => this.list().partsFor(this.row()));
  protected readonly at = computed(() => {
    const { want, change } = this.row();
    const id = want.pick ?? change.thing?.part?.id;
    return this.candidates().find((one) => one.part.id === id) ?? null;
  });
  protected readonly chosenId = computed(() => {
    const { taken, change } = this.row();
    return taken ? (change.thing?.part?.id ?? null) : null;
  });
  /** What is said of the part that is looked at; null: nothing has to fit. */
  readonly verdict = computed(() => this.at()?.verdict ?? this.row().change.verdict);
  readonly isTaken = computed(() => this.row().taken && (this.at()?.part.id ?? null) === this.chosenId());

  constructor() {
    inject(Keys).bind({
      ArrowDown: { say: 'Next part', run: () => this.move(1) },
      ArrowUp: { say: 'Part before', run: () => this.move(-1) },
      T: { say: 'Take this change', run: () => this.take() },
      M: { say: 'Look at what is not known', run: () => this.look() },
      O: { say: 'Take it all the same (lead)', run: () => this.askOverride() },
    });
  }

  /** What the verdict hangs on and an eye can settle; null: nothing. */
  readonly settles = computed(
    () => this.verdict()?.findings.find((one) => one.outcome === 'unknown' && one.settles)?.settles ?? null,
  );
  /** Where looks at this part in this place are kept. */
  protected readonly beside = computed(() => {
    const [placeId, partId] = [this.row().change.placeId, this.at()?.part.id];
    return placeId !== null && partId !== undefined ? besideAt(placeId, partId) : null;
  });
  protected readonly looking = signal(false);
  readonly asked = signal(false);
  protected readonly takeAgainst = (reason: string): string => this.list().take(this.row(), { reason });

  askOverride(): void {
    const outcome = this.verdict()?.outcome;
    if (!this.lead()) return this.fault.set('Only a lead takes a part against the verdict.');
    if (outcome !== 'no' && outcome !== 'unknown')
      return this.fault.set('It fits: take it without an override.');
    this.fault.set('');
    this.asked.set(true);
  }

  look(): void {
    this.fault.set(this.settles() ? '' : 'Nothing is left to look at.');
    this.looking.set(this.settles() !== null);
  }

  take(): void {
    this.fault.set(this.list().take(this.row()));
  }

  protected pick(id: string): void {
    this.fault.set('');
    this.list().patch(this.row().id, { pick: id });
  }

  protected price(minor: number): string {
    return (minor / 100).toFixed(2);
  }

  private move(by: number): void {
    const all = this.candidates();
    const at = all.findIndex((one) => one.part.id === this.at()?.part.id);
    const to = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (!to) return;
    this.pick(to.part.id);
    this.focus.show(this.host, '.candidate.at');
  }
}

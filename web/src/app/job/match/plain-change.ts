import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { isDrivePlace } from '@petrichor/core/hardware';
import type { ChangeKind } from '@petrichor/core/job';
import { Keys } from '../../shell/keys';
import { Choice } from '../../ui/choice';
import type { ChangeList, Row } from './change-list';

/** What it means, for the changes that nothing has to be chosen for. */
const MEANS: Partial<Record<ChangeKind, string>> = {
  'take-out-drive': 'It comes out, and nothing goes in: at hand-over it is said where it went.',
  'leave-unplugged':
    'It stays where it is, its leads insulated and tied away. The data on it stays inside: the customer is told.',
  'move-drive':
    'The same drive goes into another place. What nobody can tell before it is out is looked at on the way.',
  cure: 'No part goes in: a lead seated again, a setting, a cleaning. What was done is said when it is done.',
  look: 'Nothing is changed there: it is looked at, measured and written down as found.',
};

/** A change without a thing to choose: a drive out, moved, or left in; a cure; a look. */
@Component({
  selector: 'p-plain-change',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="verdict-of" aria-label="Verdict" role="region">
      <h2>{{ holds() ?? (row().change.place || 'The machine as a whole') }}</h2>
      <p>{{ means() }}</p>
      @if (row().change.kind === 'move-drive') {
        <p class="which">
          <span class="mu small" id="move-to">To which place</span>
          @if (free().length > 0) {
            <p-choice
              labelledBy="move-to"
              [options]="free()"
              [value]="row().want.toPlaceId ?? ''"
              (valueChange)="to($event)"
            />
          } @else {
            <b>No other place is free in this machine.</b>
          }
        </p>
      }
    </section>
  `,
  styleUrl: './drive-change.css',
})
export class PlainChangePanel {
  readonly list = input.required<ChangeList>();
  readonly row = input.required<Row>();
  readonly fault = signal('');
  readonly isTaken = computed(() => {
    const { taken, change, want } = this.row();
    return taken && change.toPlaceId === want.toPlaceId;
  });
  protected readonly means = computed(() => MEANS[this.row().change.kind] ?? '');
  protected readonly holds = computed(() => {
    const { slot, place } = this.row().change;
    return slot?.fitted ? `${slot.fitted.label}, ${place}` : null;
  });
  protected readonly free = computed(() => {
    const taken = this.list()
      .counted()
      .map((one) => one.change.placeId);
    return this.list()
      .places()
      .filter(isDrivePlace)
      .filter((one) => one.fitted === null && one.kind !== 'soldered' && !taken.includes(one.id))
      .map((one) => ({ label: one.label, value: one.id }));
  });

  constructor() {
    inject(Keys).bind({ T: { say: 'Take this change', run: () => this.take() } });
  }

  protected to(id: string): void {
    this.list().patch(this.row().id, { toPlaceId: id });
  }

  take(): void {
    this.fault.set(this.list().take(this.row()));
  }
}

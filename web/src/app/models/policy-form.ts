import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { PolicySchema, type Policy } from '@petrichor/core/teardown';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions } from '../state/knowledge/knowledge.reducer';
import { ChoiceField } from '../ui/field/choice-field';
import { NumberField } from '../ui/field/number-field';

/** How this workshop opens machines, whatever a guide leaves open: a lead's to decide. */
@Component({
  selector: 'p-policy-form',
  imports: [ChoiceField, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-choice-field
      label="Battery"
      fieldId="policy-battery-choice"
      [options]="battery"
      [value]="mine().unplugBattery"
      (valueChange)="change({ unplugBattery: $event })"
    />
    <p-number-field
      label="Power button held, at the least"
      fieldId="policy-drain"
      unit="s"
      [value]="mine().drainSeconds"
      (valueChange)="change({ drainSeconds: $event ?? 0 })"
    />
    <p-choice-field
      label="The new drive is tried"
      fieldId="policy-try-choice"
      [options]="tries"
      [value]="mine().tryBeforeClosing"
      (valueChange)="change({ tryBeforeClosing: $event })"
    />
    <p-choice-field
      label="Several changes are tried"
      fieldId="policy-rounds-choice"
      [options]="rounds"
      [value]="mine().oneAtATime"
      (valueChange)="change({ oneAtATime: $event })"
    />
    @if (lead()) {
      <button class="tgt" type="button" (click)="save()">Keep this for the next ways that are planned</button>
    } @else {
      <p class="mu">A lead changes this.</p>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
    <p role="status">{{ told() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
  `,
})
export class PolicyForm {
  readonly policy = input.required<Policy>();
  readonly lead = input(false);
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly mine = linkedSignal(() => this.policy());
  protected readonly fault = signal('');
  protected readonly told = signal('');
  protected readonly battery = [
    { value: 'always', label: 'always off first' },
    { value: 'where-the-guide-says', label: 'where the guide says' },
  ] as const;
  protected readonly tries = [
    { value: true, label: 'before it is closed' },
    { value: false, label: 'once it is closed' },
  ] as const;

  protected readonly rounds = [
    { value: false, label: 'by as many starts as pay' },
    { value: true, label: 'one at a time, always' },
  ] as const;

  protected change(own: Partial<Policy>): void {
    this.told.set('');
    this.mine.update((now) => ({ ...now, ...own }));
  }

  protected save(): void {
    const read = PolicySchema.safeParse(this.mine());
    this.fault.set(read.success ? '' : sure(read.error.issues[0]).message);
    if (!read.success) return;
    this.api.setPolicy({ body: read.data }).subscribe({
      next: () => {
        this.told.set('Kept. Ways that are planned already stay as they are.');
        this.store.dispatch(KnowledgeActions.wanted());
      },
      error: (error: unknown) => this.fault.set(faultOf(error).sentence),
    });
  }
}

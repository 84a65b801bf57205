import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';
import { SelectField } from '../../ui/field/select-field';

/** The hand of a simulated dock: which drive is in a bay. A real dock has people for that. */
@Component({
  selector: 'p-put-in',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select-field
      quiet
      [label]="'Drive for simulated bay ' + bay()"
      [options]="choices()"
      placeholder="put a drive in"
      [(value)]="picked"
    />
    @if (picked() !== inIt() && picked() !== '') {
      <button class="tgt" type="button" (click)="putIn(picked())">Put it in bay {{ bay() }}</button>
    } @else if (inIt() !== '') {
      <button class="tgt" type="button" (click)="putIn(null)">Pull it out of bay {{ bay() }}</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    p-select-field {
      flex: 1 1 200px;
      max-width: 360px;
    }
  `,
})
export class PutIn {
  readonly bay = input.required<string>();
  private readonly store = inject(Store);
  private readonly simulated = computed(() => this.store.selectSignal(selectDock)().simulated);
  /** Empty: none. */
  protected readonly inIt = computed(
    () => this.simulated().find((one) => one.inBay === this.bay())?.id ?? '',
  );
  /** Arrows run through a list: nothing is put in before it is said to be. */
  protected readonly picked = linkedSignal(() => this.inIt());
  protected readonly choices = computed(() =>
    this.simulated().map((one) => ({
      label: one.say + (one.inBay ? ` (bay ${one.inBay})` : ''),
      value: one.id,
    })),
  );

  protected putIn(driveId: string | null): void {
    this.store.dispatch(DockActions.putIn({ bay: this.bay(), driveId }));
  }
}

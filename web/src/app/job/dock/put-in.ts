import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';

/** No drive of the list: the placeholder says so. */
const NOTHING = '';

/** The hand of a simulated dock: which drive is in a bay. A real dock has people for that. */
@Component({
  selector: 'p-put-in',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select-field
      quiet
      [label]="'Drive in simulated bay ' + bay()"
      [options]="choices()"
      placeholder="put a drive in"
      [value]="inIt()"
      (valueChange)="putIn($event)"
    />
  `,
  styles: `
    p-select-field {
      max-width: 360px;
    }
  `,
})
export class PutIn {
  readonly bay = input.required<string>();
  private readonly store = inject(Store);
  private readonly simulated = computed(() => this.store.selectSignal(selectDock)().simulated);
  protected readonly inIt = computed(() => this.simulated().find((one) => one.inBay === this.bay())?.id ?? NOTHING);
  protected readonly choices = computed((): ChoiceOption<string | null>[] => [
    ...(this.inIt() === NOTHING ? [] : [{ label: 'nothing (pull it out)', value: null }]),
    ...this.simulated().map((one) => ({ label: one.say + (one.inBay ? ` (bay ${one.inBay})` : ''), value: one.id })),
  ]);

  protected putIn(driveId: string | null): void {
    this.store.dispatch(DockActions.putIn({ bay: this.bay(), driveId }));
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { Select } from 'primeng/select';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';

/** The hand of a simulated dock: which drive is in a bay. A real dock has people for that. */
@Component({
  selector: 'p-put-in',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      [options]="choices()"
      optionLabel="label"
      optionValue="value"
      [ngModel]="inIt()"
      (ngModelChange)="putIn($event)"
      [ariaLabel]="'Drive in simulated bay ' + bay()"
      placeholder="put a drive in"
      appendTo="body"
    />
  `,
  styles: `
    p-select {
      width: 100%;
      max-width: 360px;
    }
  `,
})
export class PutIn {
  readonly bay = input.required<string>();
  private readonly store = inject(Store);
  private readonly simulated = computed(() => this.store.selectSignal(selectDock)().simulated);
  protected readonly inIt = computed(() => this.simulated().find((one) => one.inBay === this.bay())?.id ?? null);
  protected readonly choices = computed((): { label: string; value: string | null }[] => [
    { label: 'nothing (pull it out)', value: null },
    ...this.simulated().map((one) => ({ label: one.say + (one.inBay ? ` (bay ${one.inBay})` : ''), value: one.id })),
  ]);

  protected putIn(driveId: string | null): void {
    this.store.dispatch(DockActions.putIn({ bay: this.bay(), driveId }));
  }
}

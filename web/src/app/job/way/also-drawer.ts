import { ChangeDetectionStrategy, Component, inject, input, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { AlsoKind, JobState } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { InputText } from 'primeng/inputtext';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';
import { emptyJobDraft } from '../../ui/draft';
import { NumberField } from '../../ui/number-field';

/** Something comes out that the guide does not know of: on the tray at once, with its way back. */
@Component({
  selector: 'p-also-drawer',
  imports: [FormsModule, Drawer, HoldsFocus, InputText, Choice, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Also out"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <form (submit)="$event.preventDefault(); keep()">
          <p>The guide has no step for it. It goes on the tray like everything else, and back in when this step is undone.</p>
          <div class="field">
            <label for="also-what">What came out</label>
            <input
              pInputText
              id="also-what"
              name="what"
              maxlength="40"
              autocomplete="off"
              placeholder="felt pad over the socket"
              [ngModel]="what()"
              (ngModelChange)="what.set($event)"
            />
          </div>
          <span class="visually-hidden" id="also-kind">What kind of thing</span>
          <p-choice class="kinds" labelledBy="also-kind" [options]="kinds" [(value)]="kind" />
          <div class="field">
            <label for="also-count">How many</label>
            <p-number-field inputId="also-count" unit="" [value]="count()" (valueChange)="count.set($event)" />
          </div>
          <p class="fault" role="alert">{{ fault() }}</p>
          <button class="go big" type="submit">On the tray</button>
        </form>
      }
    </p-drawer>
  `,
  styles: `
    form {
      display: grid;
      gap: 14px;
    }
    .kinds {
      flex-wrap: wrap;
    }
  `,
})
export class AlsoDrawer {
  readonly job = input.required<JobState>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly kinds: readonly { value: AlsoKind; label: string }[] = [
    { value: 'part', label: 'part' },
    { value: 'screws', label: 'screws' },
    { value: 'lead', label: 'lead' },
    { value: 'tape', label: 'tape' },
  ];
  protected readonly what = emptyJobDraft(() => this.job().id, 'also-what', '');
  protected readonly kind = signal<AlsoKind>('part');
  protected readonly count = signal<number | null>(1);
  protected readonly fault = signal('');

  protected keep(): void {
    const count = this.count();
    if (count === null) return this.fault.set('Say how many.');
    const refusal = this.desk.give(this.job(), { type: 'also-out', kind: this.kind(), label: this.what(), count });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.what.set('');
    this.count.set(1);
    this.open.set(false);
  }
}

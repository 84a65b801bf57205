import { ChangeDetectionStrategy, Component, inject, input, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { JobState, Slot } from '@petrichor/core';
import { Drawer } from 'primeng/drawer';
import { Textarea } from 'primeng/textarea';
import { JobDesk } from '../../state/jobs/job-desk';
import { jobDraft } from '../../ui/draft';

/** Opens the machine to look and measure before anything is taken or ordered, and closes it again. */
@Component({
  selector: 'p-scout-drawer',
  imports: [FormsModule, Drawer, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Open it first, to look"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      <form class="scout" (submit)="$event.preventDefault(); go()">
        <p>
          In to {{ slot()?.label }}, look and measure, the same drive back in, closed. The tray is empty while a part is awaited, and this
          job comes back to where it is now.
        </p>
        <div class="field">
          <label for="scout-why">What you want to see in there</label>
          <textarea
            pTextarea
            id="scout-why"
            name="why"
            rows="3"
            maxlength="200"
            [ngModel]="why()"
            (ngModelChange)="why.set($event)"
          ></textarea>
        </div>
        <p class="fault" role="alert">{{ fault() }}</p>
        <button class="go big" type="submit">Open it</button>
      </form>
    </p-drawer>
  `,
  styles: `
    .scout {
      display: grid;
      gap: 14px;
    }
  `,
})
export class ScoutDrawer {
  readonly job = input.required<JobState>();
  readonly slot = input.required<Slot | null>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly why = jobDraft(
    () => this.job().id,
    'scout-why',
    () => '',
  );
  protected readonly fault = signal('');

  protected go(): void {
    const slot = this.slot();
    if (!slot) return;
    const refusal = this.desk.give(this.job(), { type: 'scout', slotId: slot.id, why: this.why() });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.why.set('');
    this.open.set(false);
  }
}

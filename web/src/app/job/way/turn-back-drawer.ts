import { ChangeDetectionStrategy, Component, inject, input, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { JobState } from '@petrichor/core';
import { Drawer } from 'primeng/drawer';
import { Textarea } from 'primeng/textarea';
import { JobDesk } from '../../state/jobs/job-desk';
import { jobDraft } from '../../ui/draft';

/** Stops a repair while the machine is open: what came out goes back, step by step. */
@Component({
  selector: 'p-turn-back-drawer',
  imports: [FormsModule, Drawer, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Turn back"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      <form class="turn" (submit)="$event.preventDefault(); go()">
        <p>
          Everything that came out goes back in, the old drive with it, the last thing first. Then the job stands before the opening again:
          it may wait, take another drive, or go back unrepaired.
        </p>
        <div class="field">
          <label for="turn-why">Why you turn back</label>
          <textarea
            pTextarea
            id="turn-why"
            name="why"
            rows="3"
            maxlength="200"
            [ngModel]="why()"
            (ngModelChange)="why.set($event)"
          ></textarea>
        </div>
        <p class="fault" role="alert">{{ fault() }}</p>
        <button class="go big" type="submit">Close it again</button>
      </form>
    </p-drawer>
  `,
  styles: `
    .turn {
      display: grid;
      gap: 14px;
    }
  `,
})
export class TurnBackDrawer {
  readonly job = input.required<JobState>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly why = jobDraft(
    () => this.job().id,
    'turn-why',
    () => '',
  );
  protected readonly fault = signal('');

  protected go(): void {
    const refusal = this.desk.give(this.job(), { type: 'turn-back', why: this.why() });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.why.set('');
    this.open.set(false);
  }
}

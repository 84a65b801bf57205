import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { unpluggedChecks, type JobState, type Working } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';

/** The checklist that this job made for itself: everything that was unplugged on it. */
@Component({
  selector: 'p-unplugged',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
  `,
  template: `
    @if (checks().length > 0) {
      <h2>What was unplugged on this job</h2>
      <ul class="lines">
        @for (check of checks(); track check.id; let at = $index) {
          <li [attr.data-gate]="'unplugged:' + check.id + ' unplugged-fault:' + check.id">
            <span
              ><b [id]="'unplugged-' + at">{{ check.say }}</b> <span class="mu">{{ check.step }}</span></span
            >
            <p-choice
              [options]="answers"
              [value]="check.now"
              (valueChange)="keep(check.id, $event)"
              [labelledBy]="'unplugged-' + at"
            />
          </li>
        }
      </ul>
      <p class="fault" role="alert">{{ fault() }}</p>
    }
  `,
})
export class Unplugged {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly fault = signal('');
  protected readonly answers: readonly { label: string; value: Working | null }[] = [
    { label: 'works', value: 'works' },
    { label: 'faulty', value: 'faulty' },
    { label: 'not tried', value: 'not-tried' },
  ];
  protected readonly checks = computed(() =>
    unpluggedChecks(this.job()).map((check) => ({ ...check, now: check.rechecked?.result ?? null })),
  );

  protected keep(checkId: string, result: Working | null): void {
    if (result === null) return;
    this.fault.set(
      this.desk.give(this.job(), { type: 'recheck', checkId, result, note: '' })?.sentence ?? '',
    );
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { BASELINE_CHECKS, sayDrive, sayPlan, type Working } from '@petrichor/core';
import { Clock } from '../../shell/clock';
import { sayDay, sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { sayFate } from './fates';
import { Photo } from '../../ui/photo';
import { PrintedPage } from './printed-page';

const SAY: Record<Working, string> = { works: 'works', faulty: 'faulty', 'not-tried': 'not tried' };

/** One page for the customer, in plain words; printed as it stands. */
@Component({
  selector: 'p-paper',
  imports: [Photo, PrintedPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paper.html',
  styleUrl: './paper.css',
})
export class PaperScreen {
  readonly jobId = input.required<string>();
  private readonly desk = inject(JobDesk);
  private readonly clock = inject(Clock);
  private readonly open = this.desk.open(this.jobId);
  protected readonly page = computed(() => {
    const job = this.open()?.shown;
    if (!job) return null;
    const { intake, choice, conclusion, safeguard, proved, oldDriveFate, serials, closed, endedEarly, waivers } = job;
    return {
      customer: intake.customer.name,
      machine: `${intake.modelName}, serial ${intake.serial}`,
      accessories: intake.accessories,
      complaint: intake.complaint,
      takenIn: sayWhen(job.openedAt),
      day: sayDay(closed?.at ?? this.clock.now()),
      found: conclusion ? `${conclusion.say}. ${conclusion.reason}` : 'No conclusion was recorded.',
      ended: endedEarly?.reason ?? null,
      cured: job.cured,
      newDrive: choice && !endedEarly ? sayDrive(choice.drive) : null,
      newSerial: serials.newDrive ?? 'not recorded',
      oldDrive: choice?.slot.fitted?.label ?? 'Old drive',
      oldSerial: serials.oldDrive ?? 'not recorded',
      slot: choice?.slot.label ?? '',
      fate: oldDriveFate ? sayFate(oldDriveFate) : 'Not settled yet.',
      data: safeguard ? `${sayPlan(safeguard.plan)}.` : '',
      proof: proved?.sentence ?? 'Not proved yet.',
      checks: BASELINE_CHECKS.map(({ id, say }) => ({
        say,
        before: SAY[intake.baseline[id]],
        after: job.after[id] ? SAY[job.after[id].result] : endedEarly ? 'as before' : 'not tried',
      })),
      outOfPlace: job.notes.filter((note) => note.kind === 'found').map(({ text, photos }) => ({ text, photos })),
      waivers: waivers.map(({ what, reason, by }) => `${what} ${reason} (${by.name})`),
      by: closed?.by.name ?? null,
      to: closed?.to ?? null,
    };
  });
}

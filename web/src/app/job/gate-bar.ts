import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { missing, phaseAfter, phaseIndex, SAY_PHASE, type JobState, type Missing, type Phase } from '@petrichor/core';
import { Dialog } from 'primeng/dialog';
import { Textarea } from 'primeng/textarea';
import { Keys } from '../shell/keys';
import { JobDesk } from '../state/jobs/job-desk';
import { draft } from '../ui/draft';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';

const MOST_LISTED = 3;

/** The foot of a job: what is missing before it may go on, and the one target that takes it on. */
@Component({
  selector: 'p-gate-bar',
  imports: [FormsModule, Dialog, Textarea, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './gate-bar.html',
  styleUrl: './gate-bar.css',
})
export class GateBar {
  readonly job = input.required<JobState>();
  readonly phase = input.required<Phase>();
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  protected readonly open = computed(() => missing(this.job()));
  /** What may be waived is always listed, with its button; of the rest the first few, and how many more. */
  protected readonly listed = computed(() => {
    const [waivable, firm] = [this.open().filter((one) => one.waivable), this.open().filter((one) => !one.waivable)];
    const shown = [...waivable, ...firm.slice(0, Math.max(1, MOST_LISTED - waivable.length))];
    return { shown, more: this.open().length - shown.length };
  });
  protected readonly lookingBack = computed(() => this.phase() !== this.job().phase);
  protected readonly last = computed(() => this.job().phase === 'hand-over');
  /** While steps are walked the way has its own bar; this one comes when the leg is done. */
  protected readonly hidden = computed(() => {
    const walking = ['way-in', 'swap', 'way-out'].includes(this.job().phase) && !this.lookingBack();
    return walking && this.open().some((one) => one.code.startsWith('steps-'));
  });
  protected readonly next = computed(() => SAY_PHASE[nextOf(this.job()) ?? 'hand-over']);
  protected readonly here = computed(() => SAY_PHASE[this.phase()]);
  protected readonly at = computed(() => SAY_PHASE[this.job().phase]);
  protected readonly canEnd = computed(() => phaseIndex(this.job().phase) < phaseIndex('way-in'));
  protected readonly refusal = signal('');
  /** What is about to be waived, or the end of the job without a repair. */
  protected readonly asking = signal<Missing | 'end' | null>(null);
  protected readonly reason = draft('waiver', '');

  constructor() {
    inject(Keys).bind({ Enter: { say: 'Go on to the next part', run: () => this.goOn() } });
  }

  protected goOn(): void {
    if (this.lookingBack()) return void this.router.navigate(['/jobs', this.job().id]);
    if (this.hidden() || this.last()) return;
    this.refusal.set(this.desk.give(this.job(), { type: 'advance', from: this.job().phase })?.sentence ?? '');
  }

  protected returnTo(): void {
    const refusal = this.desk.give(this.job(), { type: 'return-to', phase: this.phase() });
    this.refusal.set(refusal?.sentence ?? '');
    if (!refusal) void this.router.navigate(['/jobs', this.job().id]);
  }

  protected ask(what: Missing | 'end'): void {
    this.refusal.set('');
    this.asking.set(what);
  }

  protected confirm(): void {
    const what = this.asking();
    if (what === null) return;
    const reason = this.reason();
    const schema = reason.trim().length < 3 ? 'Say why, in a few words.' : null;
    const refusal =
      schema ??
      this.desk.give(this.job(), what === 'end' ? { type: 'end-early', reason } : { type: 'waive', code: what.code, reason })?.sentence;
    this.refusal.set(refusal ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.reason.set('');
  }
}

/** After a visit to look the job goes back to where it was. */
const nextOf = (job: JobState): Phase | undefined =>
  job.way?.scouting && job.phase === 'way-out' ? job.way.scouting.from : phaseAfter(job);

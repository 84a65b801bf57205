import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { missing, phaseAfter, phaseIndex, SAY_PHASE, sayRoles, type JobState, type Missing, type Phase } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { Keys } from '../shell/keys';
import { HoldsFocus } from '../shell/modals';
import { JobDesk } from '../state/jobs/job-desk';
import { GatePlaces } from './gate-places';
import { selectAccount } from '../state/session/session.reducer';
import { draft } from '../ui/draft';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';

const MOST_LISTED = 3;

/** The foot of a job: what is missing before it may go on, and the one target that takes it on. */
@Component({
  selector: 'p-gate-bar',
  imports: [FormsModule, Dialog, HoldsFocus, InputText, Textarea, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './gate-bar.html',
  styleUrl: './gate-bar.css',
})
export class GateBar {
  readonly job = input.required<JobState>();
  readonly phase = input.required<Phase>();
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  private readonly places = inject(GatePlaces);
  private readonly account = inject(Store).selectSignal(selectAccount);
  private readonly roles = computed(() => this.account()?.roles ?? []);
  /** Which of the missing things the key went to last: pressed again it goes to the next. */
  private went = -1;
  protected readonly open = computed(() => missing(this.job()));
  /** What may be waived is always listed, with its button; of the rest the first few, and how many more. */
  protected readonly listed = computed(() => {
    const roles = this.roles();
    const mine = (one: Missing) => one.waivableBy.some((role) => roles.includes(role));
    const [waivable, firm] = [this.open().filter(mine), this.open().filter((one) => !mine(one))];
    const shown = [...waivable, ...firm.slice(0, Math.max(1, MOST_LISTED - waivable.length))];
    return {
      shown: shown.map((one) => ({
        ...one,
        mine: mine(one),
        other: one.waivableBy.length > 0 && !mine(one) ? sayRoles(one.waivableBy) : '',
      })),
      more: this.open().length - shown.length,
    };
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
  /** Going on was refused: the list of what is missing is marked until it is empty, or the job is elsewhere. */
  protected readonly pointed = linkedSignal<string, boolean>({
    // A computed, here as elsewhere: a plain function would start anew with every event of the job.
    source: computed(() => `${this.job().phase} ${this.open().length === 0}`),
    computation: () => false,
  });
  /** What is about to be waived, or the end of the job without a repair. */
  protected readonly asking = signal<Missing | 'end' | null>(null);
  protected readonly reason = draft('waiver', '');
  protected readonly referredTo = draft('referred-to', '');

  constructor() {
    inject(Keys).bind({
      Enter: { say: 'Go on to the next part', run: () => this.goOn() },
      '.': { say: 'Go to what is missing; again: to the next', run: () => this.goToNext() },
    });
  }

  protected goOn(): void {
    if (this.lookingBack()) return void this.router.navigate(['/jobs', this.job().id]);
    if (this.hidden() || this.last()) return;
    const refusal = this.desk.give(this.job(), { type: 'advance', from: this.job().phase });
    // What is missing stands in the list already: it is pointed at, not said again.
    this.refusal.set(refusal && refusal.code !== 'gate' ? refusal.sentence : '');
    this.pointed.set(refusal?.code === 'gate');
  }

  /** To where a missing thing is settled: its field on this screen, on whichever of its views, or the part of the job that has it. */
  protected goTo(one: Missing): void {
    if (one.at === null || one.at === this.phase()) return this.places.reach(one.code);
    const queryParams = one.at === this.job().phase ? {} : { see: one.at };
    void this.router.navigate(['/jobs', this.job().id], { queryParams }).then(() => this.places.reach(one.code));
  }

  private goToNext(): void {
    const all = this.open();
    if (all.length === 0) return;
    this.went = (this.went + 1) % all.length;
    this.goTo(all[this.went]!);
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
      this.desk.give(
        this.job(),
        what === 'end'
          ? { type: 'end-early', reason, referredTo: this.referredTo().trim() || null }
          : { type: 'waive', code: what.code, reason },
      )?.sentence;
    this.refusal.set(refusal ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.reason.set('');
    this.referredTo.set('');
  }
}

/** After a visit to look the job goes back to where it was. */
const nextOf = (job: JobState): Phase | undefined =>
  job.way?.scouting && job.phase === 'way-out' ? job.way.scouting.from : phaseAfter(job);

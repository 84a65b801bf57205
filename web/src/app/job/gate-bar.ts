import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { missing, phaseAfter, phaseIndex, SAY_PHASE, sayRoles, type JobState, type Missing, type Phase } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { Keys } from '../shell/keys';
import { JobDesk } from '../state/jobs/job-desk';
import { selectAccount } from '../state/session/session.reducer';
import { draft } from '../ui/draft';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';

const MOST_LISTED = 3;

/** The foot of a job: what is missing before it may go on, and the one target that takes it on. */
@Component({
  selector: 'p-gate-bar',
  imports: [FormsModule, Dialog, InputText, Textarea, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './gate-bar.html',
  styleUrl: './gate-bar.css',
})
export class GateBar {
  readonly job = input.required<JobState>();
  readonly phase = input.required<Phase>();
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
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
    this.refusal.set(this.desk.give(this.job(), { type: 'advance', from: this.job().phase })?.sentence ?? '');
  }

  /** To where a missing thing is settled: its field on this screen, or the part of the job that has it. */
  protected goTo(one: Missing): void {
    if (one.at !== null && one.at !== this.phase())
      return void this.router.navigate(['/jobs', this.job().id], { queryParams: { see: one.at } });
    const places = [...document.querySelectorAll<HTMLElement>('[data-gate]')];
    const place = places.find(
      (element) => one.code === element.dataset['gate'] || one.code.startsWith(`${element.dataset['gate'] ?? ''}:`),
    );
    const target = place?.querySelector<HTMLElement>('input, textarea, select, button, a, [tabindex]') ?? place;
    target?.scrollIntoView({ block: 'center' });
    target?.focus();
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

import { sure } from '@petrichor/core/units';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  missing,
  phaseAfter,
  phaseIndex,
  sayPhase,
  sayRoles,
  type JobState,
  type Missing,
  type Phase,
} from '@petrichor/core/job';
import { Dialog } from 'primeng/dialog';
import { z } from 'zod';
import { Keys } from '../shell/keys';
import { HoldsFocus } from '../shell/modals';
import { JobDesk } from '../state/jobs/job-desk';
import { selectAccount } from '../state/session/session.reducer';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { GateAct } from './gate-act';
import { GatePlaces } from './gate-places';

const MOST_LISTED = 3;

/** Both ask for a reason: why a thing may stay open, or why the job ends without a repair. */
const ReasonSchema = z.strictObject({
  reason: z.string().trim().min(3, 'Say why, in a few words.').max(300),
  referredTo: z.string().trim().max(80),
});
const END = {
  heading: 'Hand back unrepaired',
  label: 'Why it goes back unrepaired',
  hint: 'It stands on the customer’s page.',
  act: 'End the job',
};
const WAIVE = {
  heading: 'Waive, with a reason',
  label: 'Why it may stay open',
  hint: 'Your name and the time are kept with it, for the workshop; the customer’s page does not show it.',
  act: 'Waive it',
};

/** The foot of a job: what is missing before it may go on, and the one target that takes it on. */
@Component({
  selector: 'p-gate-bar',
  imports: [FormField, Dialog, HoldsFocus, KeyBox, StateMark, TextField],
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
  private readonly first = inject(GateAct);
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
  protected readonly next = computed(() => sayPhase(nextOf(this.job()) ?? 'hand-over', this.job()));
  protected readonly here = computed(() => sayPhase(this.phase(), this.job()));
  protected readonly at = computed(() => sayPhase(this.job().phase, this.job()));
  protected readonly canEnd = computed(() => phaseIndex(this.job().phase) < phaseIndex('way-in'));
  /** What the one target does before it goes on. */
  protected readonly act = computed(() => (this.lookingBack() ? null : this.first.now()));
  protected readonly refusal = signal('');
  /**
   * Going on was refused: the list of what is missing is marked until it is empty, or the job is elsewhere.
   */
  protected readonly pointed = linkedSignal<string, boolean>({
    // A computed, here as elsewhere: a plain function would start anew with every event of the job.
    source: computed(() => `${this.job().phase} ${this.open().length === 0}`),
    computation: () => false,
  });
  /** What is about to be waived, or the end of the job without a repair. */
  protected readonly asking = signal<Missing | 'end' | null>(null);
  protected readonly words = computed(() => (this.asking() === 'end' ? END : WAIVE));
  protected readonly form = form(ReasonSchema, {
    draft: { of: () => this.job().id, name: 'waiver' },
    empty: { reason: '', referredTo: '' },
    send: ({ reason, referredTo }) => {
      const what = this.asking();
      if (what === null) return null;
      const refusal = this.desk.give(
        this.job(),
        what === 'end'
          ? { type: 'end-early', reason, referredTo: referredTo || null }
          : { type: 'waive', code: what.code, reason },
      );
      if (!refusal) this.asking.set(null);
      return refusal;
    },
  });

  constructor() {
    inject(Keys).bind({
      Enter: { say: 'Go on to the next part', run: () => this.goOn() },
      '.': { say: 'Go to what is missing; again: to the next', run: () => this.goToNext() },
    });
  }

  protected goOn(): void {
    if (this.lookingBack()) return void this.router.navigate(['/jobs', this.job().id]);
    if (this.hidden() || this.last()) return;
    const act = this.act();
    if (act) return act.run();
    const refusal = this.desk.give(this.job(), { type: 'advance', from: this.job().phase });
    // What is missing stands in the list already: it is pointed at, not said again.
    this.refusal.set(refusal && refusal.code !== 'gate' ? refusal.sentence : '');
    this.pointed.set(refusal?.code === 'gate');
  }

  /**
   * To where a missing thing is settled: its field on this screen, on whichever of its views, or the part of
   * the job that has it.
   */
  protected goTo(one: Missing): void {
    if (one.at === null || one.at === this.phase()) return this.places.reach(one.code);
    const queryParams = one.at === this.job().phase ? {} : { see: one.at };
    void this.router
      .navigate(['/jobs', this.job().id], { queryParams })
      .then(() => this.places.reach(one.code));
  }

  private goToNext(): void {
    const all = this.open();
    if (all.length === 0) return;
    this.went = (this.went + 1) % all.length;
    this.goTo(sure(all[this.went]));
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
}

/** After a visit to look the job goes back to where it was. */
const nextOf = (job: JobState): Phase | undefined =>
  job.way?.scouting && job.phase === 'way-out' ? job.way.scouting.from : phaseAfter(job);

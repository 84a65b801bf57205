import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { JobSummary } from '@petrichor/core/job';
import { jobOfCode } from '@petrichor/core/papers';
import { sayMinutes, sure } from '@petrichor/core/units';
import { Store } from '@ngrx/store';
import { format } from 'date-fns';
import { JobLine } from '../drawing/job-line';
import { BackupLine } from '../health/backup-line';
import { BackupWatch } from '../health/backup-watch';
import { Clock } from '../shell/clock';
import { ConnectionLine } from '../shell/connection-line';
import { Keys, type Bindings } from '../shell/keys';
import { Scans } from '../shell/scans';
import { Night } from '../shell/night';
import { sayPromise, saySpare, sayTime } from '../shell/promise';
import { BenchActions, selectBench, selectBenchJobs } from '../state/bench/bench.reducer';
import { selectAccount, selectWorkshopName, SessionActions } from '../state/session/session.reducer';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { Wordmark } from '../ui/wordmark';
import { findJobs } from './find-jobs';
import { keptDrive } from './kept-drive';

const AT_FIRST = 24;
const MORE = 60;

/** What to put hands on next, and every job with where it is on its way. */
@Component({
  selector: 'p-bench',
  imports: [RouterLink, BackupLine, JobLine, ConnectionLine, KeyBox, StateMark, Wordmark],
  providers: [BackupWatch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.html',
  styleUrl: './bench.css',
})
export class BenchScreen {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  private readonly bench = this.store.selectSignal(selectBench);
  private readonly jobs = this.store.selectSignal(selectBenchJobs);
  private readonly findField = viewChild<ElementRef<HTMLInputElement>>('find');
  protected readonly night = inject(Night);
  protected readonly workshop = this.store.selectSignal(selectWorkshopName);
  protected readonly account = this.store.selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly failed = computed(() => this.bench().failed);
  protected readonly loaded = computed(() => this.bench().at !== null);
  protected readonly stale = computed(() =>
    this.bench().fetching && this.bench().at
      ? `Still fetching, ${this.bench().jobs.length} jobs shown as of ${sayTime(sure(this.bench().at))}.`
      : null,
  );
  protected readonly day = computed(() => format(this.clock.minute(), 'EEEE d MMMM'));
  protected readonly time = computed(() => format(this.clock.minute(), 'HH:mm'));
  protected readonly typed = signal('');
  /** Enter was pressed on these words while the jobs were still on their way. */
  private readonly awaited = signal<string | null>(null);
  /** How many of the ready jobs were passed over with Space. */
  private readonly passed = signal(0);

  protected readonly open = computed(() => findJobs(this.jobs().open, this.typed()));
  protected readonly closed = computed(() => findJobs(this.jobs().closed, this.typed()));
  private readonly ready = computed(() =>
    this.jobs().open.filter((job) => job.mark !== 'needs' && job.waits === null),
  );
  protected readonly next = computed(() => {
    const ready = this.ready();
    return ready[this.passed() % Math.max(1, ready.length)] ?? null;
  });
  /**
   * Rows that are drawn; more of them as one comes near their end. A day's thousands are never drawn for the
   * ten that are seen.
   */
  private readonly drawn = signal(AT_FIRST);
  protected readonly undrawn = computed(() => {
    const listed = this.open().length + this.closed().length - (this.onTop() ? 1 : 0);
    return Math.max(0, listed - this.drawn());
  });
  /** Not once more in the list. */
  private readonly onTop = computed(() => (this.typed() ? null : this.next()));
  private readonly end = viewChild<ElementRef<HTMLElement>>('end');
  protected readonly groups = computed(() => {
    const first = this.onTop();
    const rest = this.open().filter((job) => job.id !== first?.id);
    let key = first ? 2 : 1;
    const rows = (jobs: JobSummary[]) =>
      jobs.map((job) => ({ job, key: key <= 9 ? String(key++) : '', promise: this.promise(job) }));
    const groups = [
      { name: 'For your hands', jobs: rest.filter((job) => job.mark !== 'needs' && job.waits === null) },
      { name: 'Needs a decision', jobs: rest.filter((job) => job.mark === 'needs') },
      { name: 'Waits', jobs: rest.filter((job) => job.waits !== null) },
      { name: 'Old drive’s day has come', jobs: this.closed().filter((job) => this.drive(job)?.due) },
      { name: 'Handed over', jobs: this.closed().filter((job) => !this.drive(job)?.due) },
    ];
    let room = this.drawn();
    return groups
      .filter((group) => group.jobs.length > 0)
      .map((group) => {
        const shown = group.jobs.slice(0, Math.max(0, room));
        room -= shown.length;
        return { ...group, shown };
      })
      .filter((group) => group.shown.length > 0)
      .map((group) => ({
        name: group.name,
        count: group.jobs.length === 1 ? '1 job' : `${group.jobs.length} jobs`,
        rows: rows(group.shown),
      }));
  });
  protected readonly headline = computed(() => {
    const job = this.next();
    return job ? `${job.deed}${job.minutes ? `, ${sayMinutes(job.minutes)}` : ''}` : '';
  });
  protected readonly why = computed(() => {
    const job = this.next();
    if (!job) return '';
    const spare = saySpare(job.promisedAt, this.clock.minute());
    const open =
      job.out > 0
        ? `It has ${job.out === 1 ? 'one thing' : `${job.out} things`} out (${job.outDetail}) and is`
        : 'It is';
    return `${open} promised for ${sayPromise(job.promisedAt, this.clock.minute())}, ${spare.text}.`;
  });

  constructor() {
    this.store.dispatch(BenchActions.wanted());
    effect(() => {
      const words = this.awaited();
      if (!this.loaded() || words === null) return;
      this.awaited.set(null);
      untracked(() => words === this.typed() && this.openFound());
    });
    effect((onCleanup) => {
      const end = this.end()?.nativeElement;
      // Looked at anew after each drawing: it may be in sight again as soon as it was.
      this.undrawn();
      if (!end || typeof IntersectionObserver === 'undefined') return;
      const watch = new IntersectionObserver(
        (seen) => seen.some((one) => one.isIntersecting) && this.drawMore(),
        { rootMargin: '600px' },
      );
      watch.observe(end);
      onCleanup(() => watch.disconnect());
    });
    const byNumber: Bindings = Object.fromEntries(
      Array.from({ length: 9 }, (_, index) => [
        String(index + 1),
        {
          say: index === 0 ? 'Open a job by its key, 1 to 9' : '',
          run: () => this.openByKey(String(index + 1)),
        },
      ]),
    );
    // A machine's or a drive's serial: what is found stands there, to be opened by a hand.
    inject(Scans).take(({ code, driveId, partId }) => {
      if (driveId !== null || partId !== null) return false;
      this.typed.set(code);
      this.findField()?.nativeElement.focus();
      return true;
    });
    inject(Keys).bind({
      '/': { say: 'Find a job, serial or person', run: () => this.findField()?.nativeElement.focus() },
      I: { say: 'Take in a machine', run: () => void this.router.navigate(['/take-in']) },
      Enter: { say: 'Take up the job on top', run: () => this.takeUp(this.next()) },
      B: { say: 'Ledger: every job there ever was', run: () => void this.router.navigate(['/ledger']) },
      Space: { say: 'Next best job for your hands', run: () => this.passed.update((count) => count + 1) },
      ...byNumber,
    });
  }

  protected drawMore(): void {
    this.drawn.update((rows) => rows + MORE);
  }

  protected drive(job: JobSummary): ReturnType<typeof keptDrive> {
    return keptDrive(job, this.clock.minute());
  }

  protected promise(job: JobSummary): { when: string; spare: string; late: boolean } {
    const now = this.clock.minute();
    if (job.closed) return { when: 'Handed over', spare: sayPromise(job.lastTouched.at, now), late: false };
    const { text, late } = saySpare(job.promisedAt, now);
    const spare = job.promisedBefore && !late ? `moved, was ${sayPromise(job.promisedBefore, now)}` : text;
    return { when: sayPromise(job.promisedAt, now), spare, late };
  }

  protected takeUp(job: JobSummary | null): void {
    if (job) void this.router.navigate(['/jobs', job.id]);
  }

  /** Enter in the find field opens what is on top; a scanner ends with Enter, too. */
  protected openFound(): void {
    const number = jobOfCode(this.typed());
    if (number !== null) return void this.router.navigate(['/j', number]);
    if (!this.loaded()) return this.awaited.set(this.typed());
    this.takeUp(this.open()[0] ?? this.closed()[0] ?? null);
  }

  protected leaveFind(): void {
    this.typed.set('');
    this.findField()?.nativeElement.blur();
  }

  protected retry(): void {
    this.store.dispatch(BenchActions.wanted());
  }

  protected signOut(): void {
    this.store.dispatch(SessionActions.signOut());
  }

  private openByKey(key: string): void {
    if (key === '1' && this.next()) return this.takeUp(this.next());
    this.takeUp(
      this.groups()
        .flatMap((group) => group.rows)
        .find((row) => row.key === key)?.job ?? null,
    );
  }
}

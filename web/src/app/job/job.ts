import { sure } from '@petrichor/core/units';
import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import {
  isBefore,
  PHASES,
  phaseIndex,
  isWish,
  sayPhase,
  summarise,
  waitsFor,
  mainDrive,
  sayChanges,
  type Phase,
} from '@petrichor/core/job';
import { sayDrive } from '@petrichor/core/hardware';
import { Store } from '@ngrx/store';
import { format } from 'date-fns';
import { JobLine } from '../drawing/job-line';
import { TrayStrip } from '../drawing/tray-strip';
import { Clock } from '../shell/clock';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Modals } from '../shell/modals';
import { sayPromise, saySpare } from '../shell/promise';
import { JobDesk } from '../state/jobs/job-desk';
import { selectAccount } from '../state/session/session.reducer';
import { handedBy, leaves, type HandedOver } from '../ui/file-drop';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { Wordmark } from '../ui/wordmark';
import { AgreeSection } from './agree/agree';
import { AfterSwap } from './diagnose/after-swap';
import { DiagnoseSection } from './diagnose/diagnose';
import { GateBar } from './gate-bar';
import { HandedOutcome } from './handed-outcome';
import { HandOverSection } from './hand-over/hand-over';
import { handedFrom, JobDocuments } from './job-documents';
import { MatchSection } from './match/match';
import { MoveSection } from './move/move';
import { DataStays } from './move/stays';
import { ProveSection } from './prove/prove';
import { SetUpSection } from './set-up/set-up';
import { TrySection } from './try/try';
import { WaySection } from './way/way';
import { WishSection } from './wish/wish';
import { Focus } from '../shell/focus';
import { FoundDrawer } from './found/found-drawer';

/** One job along its line: the head, the part it is at, what is missing to go on, the tray. */
@Component({
  selector: 'p-job',
  imports: [
    RouterLink,
    JobLine,
    TrayStrip,
    ConnectionLine,
    KeyBox,
    StateMark,
    Wordmark,
    AfterSwap,
    AgreeSection,
    DiagnoseSection,
    MatchSection,
    DataStays,
    MoveSection,
    WaySection,
    WishSection,
    TrySection,
    SetUpSection,
    ProveSection,
    HandOverSection,
    FoundDrawer,
    GateBar,
    HandedOutcome,
  ],
  host: {
    '(dragover)': 'drag($event, true)',
    '(dragleave)': 'drag($event, false)',
    '(drop)': 'drop($event)',
    '(document:paste)': 'paste($event)',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job.html',
  styleUrl: './job.css',
})
export class JobScreen {
  readonly jobId = input.required<string>();
  /** A part one looks back at; the job itself stays where it is. */
  readonly see = input<string>();
  private readonly desk = inject(JobDesk);
  private readonly clock = inject(Clock);
  private readonly documents = inject(JobDocuments);
  private readonly modals = inject(Modals);
  private readonly file = viewChild<ElementRef<HTMLInputElement>>('file');
  /** Something is held over the page. */
  protected readonly dragging = signal(false);
  private readonly router = inject(Router);
  private readonly account = inject(Store).selectSignal(selectAccount);
  protected readonly open = this.desk.open(this.jobId);
  protected readonly job = computed(() => this.open()?.shown ?? null);
  protected readonly summary = computed(() => {
    const job = this.job();
    return job && summarise(job);
  });
  /** What is to be done to the machine, in a line; null: nothing is planned. */
  protected readonly planned = computed(() => {
    const job = this.job();
    if (!job || job.changes.length === 0) return null;
    const drive = job.changes.length === 1 ? mainDrive(job)?.drive : undefined;
    return drive
      ? { say: 'New drive', what: sayDrive(drive) }
      : { say: job.changes.length === 1 ? 'Change' : 'Changes', what: sayChanges(job) };
  });
  protected readonly phase = computed((): Phase => {
    const job = this.job();
    const at = job?.phase ?? 'diagnose';
    const wanted = PHASES.find((phase) => phase === this.see());
    return wanted && job && wanted !== 'intake' && phaseIndex(wanted) < phaseIndex(at) ? wanted : at;
  });
  /** Not a part of the job but a look at it: what is new since the swap. */
  protected readonly afterSwap = computed(
    () => this.see() === 'after-swap' && !isBefore(this.job()?.phase ?? 'diagnose', 'try'),
  );
  protected readonly lookingBack = computed(
    () => this.job() !== null && this.phase() !== sure(this.job()).phase,
  );
  protected readonly parts = computed(() => {
    const job = this.job();
    const at = phaseIndex(job?.phase ?? 'diagnose');
    const ended = job?.endedEarly !== null;
    return PHASES.filter((phase) => phase !== 'intake').map((phase) => ({
      phase,
      say: job ? sayPhase(phase, job) : '',
      state: phaseIndex(phase) === at ? 'now' : phaseIndex(phase) < at && !ended ? 'past' : 'ahead',
      seen: phase === this.phase(),
    }));
  });
  /** Nothing is broken: what it can become stands where causes are weighed. */
  protected readonly wish = computed(() => {
    const job = this.job();
    return job !== null && isWish(job);
  });
  /** Changes are planned, and none of them puts a drive in. */
  protected readonly noDrive = computed(() => {
    const job = this.job();
    return job !== null && job.changes.length > 0 && mainDrive(job) === null && job.safeguard === null;
  });
  protected readonly walking = computed(
    () => ['way-in', 'swap', 'way-out'].includes(this.phase()) && !this.lookingBack() && !this.afterSwap(),
  );
  /** Where the places are in sight already, no second panel of them is offered. */
  protected readonly mayFind = computed(
    () =>
      this.job()?.closed === null &&
      this.phase() !== 'match' &&
      !(this.phase() === 'diagnose' && this.wish()),
  );
  protected readonly finding = signal(false);
  protected readonly waits = computed(() => {
    const job = this.job();
    return job && !job.closed ? waitsFor(job) : null;
  });
  /** In whose hands it is, seen from here. */
  protected readonly hands = computed((): string => {
    const hands = this.job()?.hands;
    return !hands ? 'nobody' : hands.by.id === this.account()?.id ? 'mine' : hands.by.name;
  });
  /** The part whose top was gone to last. */
  private shown = '';
  protected readonly mayTakeUp = computed(
    () => this.account()?.roles.some((role) => role !== 'desk') ?? false,
  );
  protected readonly time = computed(() => format(this.clock.now(), 'HH:mm'));
  protected readonly promise = computed(() => {
    const job = this.job();
    if (!job) return null;
    const now = this.clock.now();
    const moved = job.promiseMoves.at(-1);
    return {
      when: sayPromise(job.intake.promisedAt, now),
      ...saySpare(job.intake.promisedAt, now),
      before: moved ? sayPromise(moved.from, now) : null,
    };
  });

  constructor() {
    const title = inject(Title);
    effect(() => {
      const id = this.jobId();
      untracked(() => {
        this.desk.fetch(id);
        this.documents.clear();
      });
    });
    effect(() => {
      const job = this.job();
      if (job) title.setTitle(`${job.number} ${sayPhase(job.phase, job)} · Petrichor`);
    });
    // Each part opens at its top, with the focus on its heading.
    const [app, focus] = [inject(ApplicationRef), inject(Focus)];
    effect(() => {
      if (this.job() === null) return;
      const shown = `${this.jobId()} ${this.afterSwap() ? 'after-swap' : this.phase()}`;
      if (shown === this.shown) return;
      this.shown = shown;
      focus.toTheTop(app.whenStable());
    });
    inject(Keys).bind({
      Escape: { say: 'Up to the Bench', run: () => this.up() },
      R: {
        say: 'Record: counter, notes, tags, history',
        run: () => void this.router.navigate(['/jobs', this.jobId(), 'record']),
      },
      'Shift+O': {
        say: 'Hand in a file: self-report, table, map, speed, listing',
        run: () => this.file()?.nativeElement.click(),
      },
      H: {
        say: 'What is in the places of this machine, as found',
        run: () => this.finding.set(this.mayFind()),
      },
      'Shift+T': { say: 'Take the job up, or over', run: () => this.takeUp() },
    });
  }

  protected takeUp(): void {
    const job = this.job();
    if (job && !job.closed && this.mayTakeUp() && this.hands() !== 'mine')
      this.desk.give(job, { type: 'take-up' });
  }

  protected goOnHands(): void {
    const job = this.job();
    if (job) this.desk.give(job, { type: 'stop-waiting', how: '' });
  }

  /**
   * Any file or text, on any part of the job, goes where it belongs. Text pasted into a field stays in it.
   */
  protected paste(event: ClipboardEvent): void {
    if (this.modals.any) return;
    if (event.target instanceof Element && event.target.closest('input, textarea, [contenteditable]')) return;
    this.hand(handedBy(event.clipboardData));
  }

  protected drag(event: DragEvent, over: boolean): void {
    event.preventDefault();
    if (over || leaves(event)) this.dragging.set(over);
  }

  protected drop(event: DragEvent): void {
    this.dragging.set(false);
    // A place within that takes files has it already: one drop is one deed.
    if (event.defaultPrevented) return;
    event.preventDefault();
    this.hand(handedBy(event.dataTransfer));
  }

  protected choose(event: Event): void {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    this.hand(files);
  }

  private hand(handed: HandedOver): void {
    const job = this.job();
    if (job && handed.length > 0)
      void this.documents.take(job, 'job', handedFrom(handed), { seen: this.phase() });
  }

  protected up(): void {
    void this.router.navigate(this.lookingBack() || this.afterSwap() ? ['/jobs', this.jobId()] : ['/']);
  }

  protected read(commandId: string): void {
    this.desk.read(this.jobId(), commandId);
  }

  protected retry(): void {
    this.desk.fetch(this.jobId());
  }
}

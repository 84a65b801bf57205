import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  answersNow,
  cameWithoutDrive,
  crossingOf,
  DATA_PLANS,
  SafeguardSchema,
  type JobState,
} from '@petrichor/core/job';
import { recommendWay, WAY_IDS, waysAcross, type WayAcross, type WayId } from '@petrichor/core/move';
import { Store } from '@ngrx/store';
import { Keys, type Bindings } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { Choice } from '../../ui/choice';
import { jobDraft } from '../../ui/draft';
import { KeyBox } from '../../ui/key-box';
import { keepRuns } from '../dock/run-keeper';
import { GatePlaces } from '../gate-places';
import { BeforeOpening } from './before-opening';
import { CopyElsewhere } from './copy-elsewhere';
import { DockRunBoard } from './dock-run';
import { OldDrive } from './old-drive';
import { PlanBoard } from './plan-board';
import { WaysList } from './ways-list';
import { sayRange } from './words';

type View = 'plan' | 'old' | 'dock' | 'before';
/** Where on this screen a missing thing is settled, by the beginning of its code. */
const VIEW_OF: Readonly<Record<string, View>> = {
  'document-safeguard': 'old',
  backup: 'before',
  'backup-where': 'before',
  'recovery-key': 'before',
  opening: 'before',
  copy: 'dock',
  safeguard: 'plan',
};
const NO_TIME = { p10: 0, p50: 0, p90: 0 };

/**
 * How the customer's data goes from the old drive to the new one: the ways with time and risk, the layout,
 * the run, the checks.
 */
@Component({
  selector: 'p-move-section',
  imports: [Choice, KeyBox, BeforeOpening, CopyElsewhere, DockRunBoard, OldDrive, PlanBoard, WaysList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move.html',
  styleUrl: './move.css',
})
export class MoveSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly fault = signal('');
  /** What somebody chose to see; else the copy, once there is one; else the plan. */
  protected readonly chosen = signal<View | null>(null);
  protected readonly view = computed(
    (): View => this.chosen() ?? (this.job().runs.some((run) => run.target !== null) ? 'dock' : 'plan'),
  );
  private readonly allViews = [
    { label: 'Plan', value: 'plan' },
    { label: 'Old drive', value: 'old' },
    { label: 'Dock', value: 'dock' },
    { label: 'Before opening', value: 'before' },
  ] as const;
  /** It came without a drive: nothing goes across, and nobody asks for one. */
  protected readonly bare = computed(() =>
    cameWithoutDrive(
      this.job(),
      this.models().find((one) => one.id === this.job().intake.modelId),
    ),
  );
  protected readonly views = computed(() =>
    this.allViews.filter(({ value }) => !this.bare() || value === 'plan' || value === 'before'),
  );
  protected readonly crossing = computed(() =>
    crossingOf(
      this.job(),
      this.models().find((one) => one.id === this.job().intake.modelId),
    ),
  );
  protected readonly ways = computed((): readonly WayAcross[] => {
    const crossing = this.crossing();
    if (this.bare()) return DATA_PLANS.filter(({ id }) => WITHOUT_OLD.has(id)).map(plainWay);
    return crossing ? waysAcross(crossing) : DATA_PLANS.map(plainWay);
  });
  protected readonly advice = computed(() => {
    const crossing = this.crossing();
    return this.bare() ? null : crossing && recommendWay(crossing, this.ways());
  });
  protected readonly decided = computed(() => this.job().safeguard?.plan ?? null);
  private readonly picked = jobDraft<WayId | null>(
    () => this.job().id,
    'way-across',
    () => this.decided(),
  );
  protected readonly at = computed(
    (): WayId | null =>
      this.picked() ?? this.decided() ?? (this.bare() ? this.fresh() : (this.advice()?.id ?? null)),
  );
  /** What a machine without a drive starts from. */
  private readonly fresh = computed((): WayId =>
    this.job().intake.stake === 'none' ? 'nothing-to-keep' : 'clean-install',
  );
  protected readonly looked = computed(() => this.ways().find((way) => way.id === this.at()) ?? null);
  protected readonly headline = computed(() => {
    const way = this.looked();
    const advice = this.advice();
    if (this.bare()) return 'Start it fresh.';
    if (way && way.id === advice?.id) return advice.headline;
    if (way) return `${way.say}.`;
    return this.crossing()?.health === 'dead'
      ? 'Nothing here brings it back: ask the customer.'
      : 'How is the data kept safe?';
  });
  protected readonly sub = computed(() => {
    const way = this.looked();
    if (this.bare()) return 'It came without a drive: nothing goes across.';
    if (!way || !this.crossing()) return '';
    if (way.why) return way.why;
    const time = way.total
      ? `${cap(sayRange(way.total))}, ${sayRange(way.hands)} of them yours.`
      : `Nobody knows how much there is, so nobody can say how long it takes; ${sayRange(way.hands)} of it are yours.`;
    return way.id === this.advice()?.id ? `${time} ${sure(this.advice()).reason}` : time;
  });
  protected readonly kind = computed(() =>
    this.at() === 'rescue' ? ('rescue' as const) : ('clone' as const),
  );
  protected readonly inDock = computed(() => this.at() === 'clone' || this.at() === 'rescue');
  /** What was decided is what is looked at; answers about backup and key count by themselves. */
  protected readonly settled = computed(() => this.decided() !== null && this.decided() === this.at());
  protected readonly act = computed(() => {
    if (!this.settled())
      return this.decided()
        ? 'Decide this instead'
        : `Decide: ${this.looked()?.say.toLowerCase() ?? 'choose a way'}`;
    return this.inDock()
      ? this.job().runs.some((run) => run.target !== null)
        ? 'To the run in the dock'
        : 'To the dock'
      : 'What is checked before opening';
  });

  constructor() {
    keepRuns(this.job);
    inject(GatePlaces).reveal((code) => {
      const view = VIEW_OF[sure(code.split(':')[0])];
      if (view) this.chosen.set(view);
    });
    const numbers: Bindings = Object.fromEntries(
      WAY_IDS.map((_, at) => [
        String(at + 1),
        { say: at === 0 ? 'Look at a way across, 1 to 7' : '', run: () => this.pickAt(at) },
      ]),
    );
    inject(Keys).bind({ D: { say: 'Decide, then to the dock', run: () => this.go() }, ...numbers });
  }

  protected pick(id: WayId): void {
    this.picked.set(id);
    this.fault.set('');
  }

  protected go(): void {
    if (this.settled()) return this.chosen.set(this.inDock() ? 'dock' : 'before');
    // What was typed last counts with leaving its field for this button: the drawn job does not have it yet.
    const read = SafeguardSchema.safeParse({
      plan: this.at() ?? '',
      ...answersNow(this.desk.now(this.job())),
    });
    if (!read.success)
      return this.fault.set(
        this.at() === null ? 'Choose how the data goes across.' : sure(read.error.issues[0]).message,
      );
    const refusal = this.desk.give(this.job(), { type: 'decide-safeguard', safeguard: read.data });
    this.fault.set(refusal?.sentence ?? '');
  }

  private pickAt(index: number): void {
    const way = this.ways()[index];
    if (way) this.pick(way.id);
  }
}

/** Ways that need no old drive. */
const WITHOUT_OLD: ReadonlySet<WayId> = new Set(['clean-install', 'restore-backup', 'nothing-to-keep']);

/** A way as it is named, where nothing can be computed yet: no drive is chosen. */
const plainWay = ({ id, say, what }: (typeof DATA_PLANS)[number]): WayAcross => ({
  id,
  say,
  line: what,
  possible: 'yes',
  why: null,
  before: [],
  after: [],
  lost: [],
  risks: [],
  hands: NO_TIME,
  total: NO_TIME,
});

const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

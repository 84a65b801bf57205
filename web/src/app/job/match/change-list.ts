import { computed, inject, linkedSignal, resource, signal, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { judge, linkOf, type Place, type Verdict } from '@petrichor/core/fit';
import { isDrivePlace, type Drive, type MachinePlace, type Slot } from '@petrichor/core/hardware';
import {
  bareChange,
  driveChange,
  hasWalked,
  movedVerdict,
  partsFor,
  partThing,
  placeOf,
  placesOfJob,
  possibleChanges,
  TAKES,
  withMeasured,
  type Change,
  type JobCommand,
  type JobState,
  type PartCandidate,
  type PlannedKind,
  type Possible,
} from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import {
  selectDrives,
  selectKnowledge,
  selectModels,
  selectParts,
  selectPolicy,
} from '../../state/knowledge/knowledge.reducer';
import { jobDraft } from '../../ui/draft';
import { newId } from '../../ui/new-id';
import { Openings } from '../../workers/openings';
import { Ranker } from '../../workers/ranker';
import { bestFor } from './best-for';
import { isDriveKind, wanted, type Wanted } from './wanted';
import { wantedAtFirst } from './wanted-at-first';

/** One strip of the list. */
export interface Row {
  readonly id: string;
  readonly number: number;
  /** As it is planned, or would be. */
  readonly change: Change;
  readonly taken: boolean;
  readonly out: boolean;
  readonly want: Wanted;
}

/**
 * The list of changes as Match shows it: what is planned, and after it what is wanted and not taken yet, each
 * judged as if all before it were done. Made in an injection context.
 */
export class ChangeList {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly ranker = inject(Ranker);
  private readonly openings = inject(Openings);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly drives = this.store.selectSignal(selectDrives);
  private readonly parts = this.store.selectSignal(selectParts);
  private readonly policy = this.store.selectSignal(selectPolicy);
  readonly knowledge = this.store.selectSignal(selectKnowledge);
  readonly model = computed(() => this.models().find((one) => one.id === this.job().intake.modelId) ?? null);
  readonly places = computed((): readonly MachinePlace[] => {
    const model = this.model();
    return model ? placesOfJob(model, this.job()) : [];
  });
  /** Nothing can be planned any more: the machine is open. */
  readonly begun = computed(() => hasWalked(this.job()));

  private readonly first = computed(() => wantedAtFirst(this.job(), this.places()));
  readonly wants = jobDraft<readonly Wanted[]>(
    () => this.job().id,
    'wanted',
    () => this.first(),
  );
  private readonly selected = signal<string | null>(null);

  constructor(readonly job: Signal<JobState>) {}

  /** Drives that were measured on this job. */
  readonly measured = computed(() => {
    const job = this.job();
    return this.drives()
      .filter((drive) => drive.id in job.measured)
      .map((drive) => withMeasured(drive, job));
  });
  /** Wanted, not planned. */
  private readonly open = computed(() => {
    const planned = new Set(this.job().changes.map((one) => one.id));
    return this.wants().filter((one) => !planned.has(one.id));
  });
  /** The best drive of the shelf for each that is wanted, by id. */
  private readonly ranked = resource({
    params: () => {
      const asked = this.open()
        .filter((one) => isDriveKind(one.kind) && one.pick === null)
        .flatMap((one) => {
          const place = placeOf(this.job(), one.placeId ?? '', this.knowledge());
          return place ? [{ id: one.id, place }] : [];
        });
      return { asked, job: this.job(), drives: this.drives(), measured: this.measured() };
    },
    loader: async ({ params: { asked, job, drives, measured } }) => {
      const best = new Map<string, Drive>();
      for (const { id, place } of asked) {
        const first = await bestFor(job, place, { drives, measured, ranker: this.ranker });
        if (first) best.set(id, first.drive);
      }
      return best;
    },
  });
  /** The last ranking there is stays until the next has come: a press takes what is seen, and all of it. */
  private readonly best = linkedSignal<
    { job: string; best?: ReadonlyMap<string, Drive> },
    ReadonlyMap<string, Drive>
  >({
    source: () => ({
      job: this.job().id,
      ...(this.ranked.hasValue() ? { best: this.ranked.value() } : {}),
    }),
    computation: ({ job, best }, before) =>
      best ?? (before?.source.job === job ? before.value : new Map<string, Drive>()),
  });

  readonly rows = computed((): readonly Row[] => {
    const job = this.job();
    const rows: Row[] = job.changes.map((change, at) => ({
      id: change.id,
      number: at + 1,
      change,
      taken: true,
      out: false,
      want: this.wantOf(change),
    }));
    let asIf = job;
    for (const want of this.open()) {
      const change = this.asChange(want, asIf);
      if (!change) continue;
      rows.push({ id: want.id, number: rows.length + 1, change, taken: false, out: want.out, want });
      if (!want.out) asIf = { ...asIf, changes: [...asIf.changes, unreserved(change)] };
    }
    return rows;
  });
  readonly inHand = computed((): Row | null => {
    const rows = this.rows();
    return rows.find((one) => one.id === this.selected()) ?? rows.find((one) => !one.out) ?? rows[0] ?? null;
  });
  /** What is in, in either way: what the opening and the sentence are about. */
  readonly counted = computed(() => this.rows().filter((one) => !one.out));
  /** What one press takes: wanted, and nothing speaks against it. */
  readonly takeable = computed(() => this.counted().filter((one) => !one.taken && goes(one.change)));
  /** What else may be planned; what is wanted already takes its place, too. */
  readonly possible = computed((): readonly Possible[] => {
    const model = this.model();
    return model ? possibleChanges(model, this.asIf()) : [];
  });
  /** The job as it is with all that is wanted. */
  readonly asIf = computed((): JobState => ({
    ...this.job(),
    changes: this.counted().map((one) => one.change),
  }));
  private readonly looked = resource({
    params: () => {
      const model = this.model();
      return model ? { model, job: this.asIf(), policy: this.policy(), parts: this.parts() } : undefined;
    },
    loader: ({ params }) => this.openings.lookAt(params.model, params.job, params.policy, params.parts),
  });
  readonly line = computed(() => (this.looked.hasValue() ? this.looked.value().line : null));
  readonly cheap = computed(() => (this.looked.hasValue() ? this.looked.value().beside : []));

  select(id: string): void {
    this.selected.set(id);
  }

  /** Wants one more, and takes it in hand. */
  add({ kind, placeId }: Pick<Possible, 'kind' | 'placeId'>, id: string, own: Partial<Wanted> = {}): void {
    this.wants.update((all) => [...all, { ...wanted({ id, kind, placeId }), ...own }]);
    this.select(id);
  }

  patch(id: string, own: Partial<Wanted>): void {
    const row = this.rows().find((one) => one.id === id);
    if (row) this.wants.set(withOne(this.wants(), { ...row.want, ...own }));
  }

  /** Leaves a change out, or puts it back; a sentence where that is refused. */
  leaveOut(row: Row): string {
    const next = withOne(this.wants(), { ...row.want, out: !row.out });
    if (row.taken) {
      const refusal = this.desk.give(this.job(), { type: 'drop-change', changeId: row.id, why: '' });
      if (refusal) return refusal.sentence;
    }
    this.wants.set(next);
    if (row.out) this.select(row.id);
    return '';
  }

  /** Takes one as it stands; a sentence where that is refused. */
  take({ id, change, want }: Row, own: { readonly reason?: string; readonly driveId?: string } = {}): string {
    // What else is wanted stays so, also where nobody has touched it yet.
    const rest = this.wants().filter((one) => one.id !== id);
    const refusal = this.desk.give(this.job(), commandFor(id, change, want, own));
    if (!refusal) this.wants.set(rest);
    return refusal?.sentence ?? '';
  }

  /** Everything that goes, in the order of the list; stops where one is refused. */
  takeAll(): string {
    for (const row of this.takeable()) {
      const sentence = this.take(row);
      if (sentence !== '') return sentence;
    }
    return '';
  }

  /**
   * Several drives over the places at once, each into its seat; what is wanted or planned for them elsewhere
   * falls. A sentence where one is refused.
   */
  takeSpread(seats: readonly { readonly slotId: string; readonly driveId: string }[]): string {
    const rows = this.counted().filter(({ change }) => isDriveKind(change.kind));
    const at = (slotId: string): Row | undefined => rows.find(({ change }) => change.placeId === slotId);
    const elsewhere = rows.filter(
      ({ change }) =>
        !seats.some((seat) => seat.slotId === change.placeId) &&
        seats.some((seat) => seat.driveId === change.thing?.drive?.id),
    );
    const commands: JobCommand[] = [
      ...elsewhere
        .filter((one) => one.taken)
        .map(({ id }): JobCommand => ({ type: 'drop-change', changeId: id, why: 'spread over the places' })),
      ...seats.map((seat): JobCommand => ({
        type: 'choose-drive',
        ...seat,
        changeId: at(seat.slotId)?.id ?? newId(),
      })),
    ];
    for (const command of commands) {
      const refusal = this.desk.give(this.job(), command);
      if (refusal) return refusal.sentence;
    }
    const gone = new Set(
      [...elsewhere, ...seats.flatMap((seat) => at(seat.slotId) ?? [])].map(({ id }) => id),
    );
    this.wants.set(this.wants().filter(({ id }) => !gone.has(id)));
    return '';
  }

  /** Where the drive of a change would go, with all other changes of the list done; null: no such place. */
  placeFor({ id }: Row, slotId: string | null): Place | null {
    return slotId === null ? null : placeOf(this.beside(id, slotId), slotId, this.knowledge());
  }

  partsFor({ id, change }: Row): ReturnType<typeof partsFor> {
    const model = this.model();
    return model && !isDriveKind(change.kind)
      ? partsFor(model, this.beside(id, null), change.placeId, change.kind as PlannedKind, this.parts())
      : [];
  }

  /** The job with all of the list but one; what that one has reserved stays its own. */
  private beside(id: string, slotId: string | null): JobState {
    const changes = this.counted().flatMap(({ change, taken }) => {
      if (change.id !== id) return taken ? change : unreserved(change);
      return taken && slotId !== null && change.slot
        ? { ...change, slot: { ...change.slot, id: slotId } }
        : [];
    });
    return { ...this.job(), changes };
  }

  private wantOf({ id, kind, placeId, toPlaceId, thing }: Change): Wanted {
    const planned: Wanted = {
      ...wanted({ id, kind, placeId }),
      toPlaceId,
      pick: thing?.drive?.id ?? thing?.part?.id ?? null,
      from: thing?.from ?? 'shelf',
      priceMinor: thing?.from === 'bought' ? thing.priceMinor : null,
    };
    return this.wants().find((one) => one.id === id) ?? planned;
  }

  /** What would be planned for it now; null: its place is none of this machine's any more. */
  private asChange(want: Wanted, job: JobState): Change | null {
    const place = this.places().find((one) => one.id === want.placeId) ?? null;
    if (want.placeId !== null && !place) return null;
    if (!isDriveKind(want.kind)) return this.partChange(want, place, job);
    return place && isDrivePlace(place) ? this.driveIn(want, place, job) : null;
  }

  private driveIn(want: Wanted, place: Slot, job: JobState): Change {
    const { id, kind, from, priceMinor } = want;
    const own = { id, ...job.lastTouched };
    const drive = this.driveOf(want);
    const at = placeOf(job, place.id, this.knowledge());
    if (!drive || !at)
      return bareChange({ ...own, kind, placeId: place.id, place: place.label, slot: place });
    const held = withMeasured(drive, job);
    const judged = { verdict: judge(at, held), link: linkOf(at, held) };
    return driveChange(at.slot, held, { from, priceMinor }, { ...own, ...judged });
  }

  private partChange(want: Wanted, place: MachinePlace | null, job: JobState): Change {
    const { id, kind, placeId, toPlaceId, from, priceMinor } = want;
    const chosen = this.partOf(want, job);
    return bareChange({
      id,
      ...job.lastTouched,
      kind,
      placeId,
      place: place?.label ?? '',
      toPlaceId,
      slot: place && isDrivePlace(place) ? place : null,
      thing: chosen ? partThing(chosen.part, { from, priceMinor }) : null,
      verdict: chosen?.verdict ?? this.moved(want, place, job),
    });
  }

  /** What is said of a drive that goes into another place. */
  private moved({ kind, toPlaceId }: Wanted, place: MachinePlace | null, job: JobState): Verdict | null {
    const model = this.model();
    const slot = place && isDrivePlace(place) ? place : null;
    return model && movedVerdict(model, job, { kind, slot, toPlaceId });
  }

  /** The part that was picked; where none was, the best, if one has to go in at all. */
  private partOf({ kind, placeId, pick }: Wanted, job: JobState): PartCandidate | undefined {
    const model = this.model();
    if (!model) return undefined;
    const planned = kind as PlannedKind;
    const found = partsFor(model, job, placeId, planned, this.parts());
    if (pick !== null) return found.find((one) => one.part.id === pick);
    return TAKES[planned].without ? undefined : found[0];
  }

  private driveOf({ id, pick }: Wanted): Drive | null {
    if (pick !== null) return this.drives().find((one) => one.id === pick) ?? null;
    return this.best().get(id) ?? null;
  }
}

/** In its place in the list, or at its end. */
const withOne = (all: readonly Wanted[], one: Wanted): readonly Wanted[] =>
  all.some(({ id }) => id === one.id)
    ? all.map((known) => (known.id === one.id ? one : known))
    : [...all, one];

function commandFor(
  id: string,
  change: Change,
  { from, priceMinor, placeId, toPlaceId }: Wanted,
  { reason, driveId }: { readonly reason?: string; readonly driveId?: string },
): JobCommand {
  const source = { from, ...(from === 'bought' ? { priceMinor } : {}) };
  if (isDriveKind(change.kind)) {
    const at = {
      slotId: placeId ?? '',
      driveId: driveId ?? change.thing?.drive?.id ?? '',
      changeId: id,
      ...source,
    };
    return reason === undefined ? { type: 'choose-drive', ...at } : { type: 'override-fit', ...at, reason };
  }
  return {
    type: 'plan-change',
    changeId: id,
    kind: change.kind as PlannedKind,
    placeId: change.placeId,
    toPlaceId,
    partId: change.thing?.part?.id ?? null,
    ...source,
    ...(reason === undefined ? {} : { reason }),
  };
}

const REFUSED: ReadonlySet<Verdict['outcome']> = new Set(['no', 'unknown']);

/** What is only wanted has reserved nothing of the shelf. */
const unreserved = (change: Change): Change =>
  change.verdict ? { ...change, verdict: { ...change.verdict, extras: [] } } : change;

/** Whether nothing speaks against taking it as it stands. */
export function goes({ kind, verdict, thing, toPlaceId }: Change): boolean {
  if (isDriveKind(kind)) return thing !== null && verdict !== null && !REFUSED.has(verdict.outcome);
  if (kind === 'move-drive') return toPlaceId !== null && verdict?.outcome !== 'no';
  if (!TAKES[kind as PlannedKind].without && thing === null) return false;
  return verdict === null || !REFUSED.has(verdict.outcome);
}

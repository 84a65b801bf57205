import { evolve, isReadable, type JobState, type RecordedEvent } from '@petrichor/core/job';
import { createReducer, on } from '@ngrx/store';
import { JobsActions, type PendingCommand, type RefusedCommand } from './jobs.actions';

/** A job that is open on this screen. */
export interface OpenJob {
  /** As the server has it. */
  readonly confirmed: JobState | null;
  /** Given here, not yet acknowledged, in order. */
  readonly pending: PendingCommand[];
  /** As shown: what is confirmed, with what is pending on top. */
  readonly shown: JobState | null;
  readonly refused: RefusedCommand[];
  readonly failed: string | null;
  /** The server has events that did not come: they have to be fetched. */
  readonly gap: boolean;
  /** An event came that this page does not know: a newer Petrichor wrote it. What is shown ends before it. */
  readonly unreadable: boolean;
}

export interface JobsState {
  readonly byId: Readonly<Record<string, OpenJob>>;
  /**
   * The jobs that were looked at last, the latest first: these are kept, and those that have something
   * unsent.
   */
  readonly looked: readonly string[];
}
/** Whoever goes to and fro between a few jobs finds them at once; a day's jobs are not held. */
const KEPT = 4;

const NOTHING: OpenJob = {
  confirmed: null,
  pending: [],
  shown: null,
  refused: [],
  failed: null,
  gap: false,
  unreadable: false,
};

export const jobsReducer = createReducer<JobsState>(
  { byId: {}, looked: [] },
  on(JobsActions.wanted, ({ byId, looked: before }, { jobId }) => {
    const looked = [jobId, ...before.filter((one) => one !== jobId)].slice(0, KEPT);
    const kept = ([id, { pending, refused }]: [string, OpenJob]) =>
      looked.includes(id) || pending.length + refused.length > 0;
    return { byId: Object.fromEntries(Object.entries(byId).filter(kept)), looked };
  }),
  on(JobsActions.loaded, (state, { job }) =>
    change(state, job.id, (open) => {
      if (open.confirmed && open.confirmed.seq > job.seq) return open;
      return show({ ...open, confirmed: job, failed: null, gap: false });
    }),
  ),
  on(JobsActions.setBack, (state, { jobId, job }) =>
    change(state, jobId, (open) =>
      show({
        ...open,
        confirmed: job,
        // What is pending may not fit on what is there now: it lies in the outbox, and comes back as what the
        // server makes of it.
        pending: [],
        gap: false,
        failed: job ? null : 'The server was restored to a time before this machine was taken in.',
      }),
    ),
  ),
  on(JobsActions.loadFailed, (state, { jobId, sentence }) =>
    change(state, jobId, (open) => ({ ...open, failed: sentence })),
  ),
  on(JobsActions.commandGiven, (state, { pending }) =>
    change(state, pending.jobId, (open) => show({ ...open, pending: [...open.pending, pending] })),
  ),
  on(JobsActions.outboxFound, (state, { pending }) =>
    pending.reduce(
      (all, one) =>
        change(all, one.jobId, (open) =>
          open.pending.some((known) => known.commandId === one.commandId)
            ? open
            : show({ ...open, pending: [...open.pending, one] }),
        ),
      state,
    ),
  ),
  // Of a job that nobody looks at here nothing is kept.
  on(JobsActions.eventsCame, (state, { jobId, events }) =>
    state.byId[jobId] ? change(state, jobId, (open) => show(confirm(open, events))) : state,
  ),
  on(JobsActions.commandRefused, (state, { pending, sentence }) =>
    change(state, pending.jobId, (open) =>
      show({
        ...open,
        pending: open.pending.filter((one) => one.commandId !== pending.commandId),
        refused: [...open.refused, { commandId: pending.commandId, sentence, command: pending.command }],
      }),
    ),
  ),
  on(JobsActions.refusalRead, (state, { jobId, commandId }) =>
    change(state, jobId, (open) => ({
      ...open,
      refused: open.refused.filter((one) => one.commandId !== commandId),
    })),
  ),
);

const change = (state: JobsState, jobId: string, how: (open: OpenJob) => OpenJob): JobsState => ({
  ...state,
  byId: { ...state.byId, [jobId]: how(state.byId[jobId] ?? NOTHING) },
});

/**
 * Takes the events that follow on what is confirmed; what was there already is passed over, a gap is noted.
 */
function confirm(open: OpenJob, events: readonly RecordedEvent[]): OpenJob {
  let { confirmed } = open;
  let gap = false;
  let unreadable = open.unreadable;
  for (const event of events) {
    if (unreadable) break;
    if (confirmed === null ? event.seq !== 1 : event.seq > confirmed.seq + 1) gap = true;
    else if (confirmed === null || event.seq === confirmed.seq + 1) {
      if (isReadable(event.event)) confirmed = evolve(confirmed, event);
      else unreadable = true;
    }
  }
  const acknowledged = new Set(events.map((event) => event.commandId));
  return {
    ...open,
    confirmed,
    gap: open.confirmed !== null && gap && !unreadable,
    unreadable,
    pending: open.pending.filter((one) => !acknowledged.has(one.commandId)),
  };
}

/** Puts what is pending on top of what is confirmed: the same `evolve` as the server's. */
function show(open: OpenJob): OpenJob {
  if (!open.confirmed) return { ...open, shown: null };
  let shown = open.confirmed;
  for (const { events, at, by, commandId } of open.pending)
    for (const event of events) shown = evolve(shown, { seq: shown.seq + 1, at, by, commandId, event });
  return { ...open, shown };
}

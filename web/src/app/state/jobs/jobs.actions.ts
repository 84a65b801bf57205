import type { JobCommand, JobEvent, JobState, RecordedEvent } from '@petrichor/core/job';
import { createActionGroup, props } from '@ngrx/store';

/** A command given here and not yet acknowledged. It lies in the outbox until the server has it. */
export interface PendingCommand {
  readonly commandId: string;
  readonly jobId: string;
  readonly command: JobCommand;
  /** What it made of the job here, at once. */
  readonly events: JobEvent[];
  readonly basedOn: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
}

/** A command that the server would not have; shown until somebody has read it. */
export interface RefusedCommand {
  readonly commandId: string;
  readonly sentence: string;
  readonly command: JobCommand;
}

export const JobsActions = createActionGroup({
  source: 'Jobs',
  events: {
    wanted: props<{ jobId: string }>(),
    loaded: props<{ job: JobState }>(),
    /** The server was restored: it has this job as it was, or (null) not at all. */
    setBack: props<{ jobId: string; job: JobState | null }>(),
    loadFailed: props<{ jobId: string; sentence: string }>(),
    /** Decided here and shown at once. */
    commandGiven: props<{ pending: PendingCommand }>(),
    /** What lay in the outbox when the page was opened. */
    outboxFound: props<{ pending: PendingCommand[] }>(),
    /** Events from the server: of our own commands, or of somebody else's. */
    eventsCame: props<{ jobId: string; events: RecordedEvent[] }>(),
    commandRefused: props<{ pending: PendingCommand; sentence: string }>(),
    refusalRead: props<{ jobId: string; commandId: string }>(),
  },
});

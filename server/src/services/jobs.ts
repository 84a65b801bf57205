import { sure } from '@petrichor/core/units';
import type { CommandReply, GiveCommand, OpenJob } from '@petrichor/api';
import { placesOf, type MachineModel } from '@petrichor/core/hardware';
import {
  asLeft,
  decide,
  evolve,
  fitCaseOf,
  pastCaseOf,
  summarise,
  type Intake,
  type JobCommand,
  type JobEvent,
  type JobState,
  type RefusalCode,
  type JobSummary,
  type RecordedEvent,
} from '@petrichor/core/job';
import { wordsIn } from '@petrichor/core/ledger';
import { randomUUID } from 'node:crypto';
import { Refused } from '../refused.js';
import {
  append,
  benchRows,
  commandsMissing,
  eventsAfter,
  givenBefore,
  lockJob,
  lockStatement,
  seqOfJob,
  takeJobNumber,
  type LockedJob,
} from '../store/jobs.js';
import type { Database, WorkshopTx } from '../store/database.js';
import { findModel } from '../store/knowledge.js';
import type { Acting } from './acting.js';
import type { Feed } from './feed.js';
import { followUp } from './follow-up.js';
import { JobCache } from './job-cache.js';
import { drawLedger } from './ledger-draw.js';
import { lastJobOf } from './ledger.js';
import { lookedUp } from './look-ups.js';
import { askedHash, isRepeat } from './repeat.js';
import { sameCustomer } from '../store/customers.js';

const NO_JOB = new Refused(404, 'no-job', 'There is no such job in this workshop. Go back to the Bench.');
/** What goes with a command that is more than the command. */
export interface Along {
  /**
   * What was asked, where the command holds more than that, such as what a supplier answered. Usually: the
   * command.
   */
  readonly asked?: object;
  /** Runs in the same transaction once the command is accepted; never for a repeat. */
  readonly also?: (tx: WorkshopTx) => Promise<void>;
}

/** How many closed jobs the Bench still shows. */
const CLOSED_ON_BENCH = 5;

/** Refusals of the person, not of the deed. */
const FORBIDDEN = new Set<string>(['role', 'role-waives'] satisfies RefusalCode[]);

export class JobService {
  private readonly cache = new JobCache();

  /** @param feed tells screens what is written here without reading it back; without one it is read */
  constructor(
    private readonly database: Database,
    private readonly feed: Pick<Feed, 'screens' | 'written'> | null = null,
  ) {}

  /** Takes a machine in. A repeated command id answers with the job it made the first time. */
  async open(acting: Acting, { commandId, intake }: OpenJob): Promise<JobState> {
    const hash = askedHash(acting.by, { type: 'open', intake });
    const job = await this.database.inWorkshop(acting.workshopId, async (tx) => {
      const before = await this.openedBefore(tx, acting, commandId, hash);
      if (before) return before;
      const model = await findModel(tx, intake.modelId);
      if (!model)
        throw new Refused(
          409,
          'no-model',
          'This workshop has no such model. Choose one from the list, or bring its document in under Models.',
        );
      // Under the same lock that gives the number, so that a repeat that came in meanwhile is seen.
      const number = await takeJobNumber(tx);
      const meanwhile = await this.openedBefore(tx, acting, commandId, hash);
      if (meanwhile) return meanwhile;
      const opened: JobEvent = {
        type: 'job-opened',
        jobId: randomUUID(),
        number,
        intake: await this.withCustomer(tx, intake),
      };
      const left = await this.asLeft(tx, acting.workshopId, intake, model);
      return (await this.write(tx, null, acting, { commandId, hash }, [opened, ...left])).job;
    });
    this.cache.keep(acting.workshopId, job);
    return job;
  }

  /** A machine that comes back starts from how its last job here left it; what is found corrects it. */
  private async asLeft(
    tx: WorkshopTx,
    workshopId: string,
    intake: Intake,
    model: MachineModel,
  ): Promise<JobEvent[]> {
    const jobId = await lastJobOf(tx, intake);
    if (jobId === null) return [];
    const job = await this.load(tx, workshopId, jobId);
    const left = asLeft(job);
    return placesOf(model, job.variantId).flatMap(({ id, label }): JobEvent[] => {
      const found = left[id];
      return found ? [{ type: 'found', places: [{ id, label }], found }] : [];
    });
  }

  /**
   * The job that this very form made. One that went in before it was changed is named, so that nobody takes
   * the machine in twice.
   */
  private async openedBefore(
    tx: WorkshopTx,
    acting: Acting,
    commandId: string,
    hash: string,
  ): Promise<JobState | null> {
    const before = await givenBefore(tx, commandId);
    if (!before) return null;
    const job = await this.load(tx, acting.workshopId, before.jobId);
    if (
      before.byId === acting.by.id &&
      before.askedHash !== null &&
      before.askedHash !== hash &&
      before.type === 'job-opened'
    )
      throw new Refused(
        409,
        'other-command',
        `This form went in before you changed it, as job ${job.number}. Correct the intake there; take it in once more only if this is another machine.`,
      );
    return isRepeat(before, acting.by, hash, null) ? job : null;
  }

  async get(workshopId: string, jobId: string): Promise<JobState> {
    const job = await this.database.inWorkshop(workshopId, (tx) => this.load(tx, workshopId, jobId));
    this.cache.keep(workshopId, job);
    return job;
  }

  eventsSince(workshopId: string, jobId: string, after: number): Promise<RecordedEvent[]> {
    return this.database.inWorkshop(workshopId, async (tx) => {
      if ((await seqOfJob(tx, jobId)) === null) throw NO_JOB;
      return eventsAfter(tx, jobId, after);
    });
  }

  /** Which of these commands nothing was written of: a screen asks it of what it knows was taken. */
  missing(workshopId: string, commandIds: readonly string[]): Promise<string[]> {
    return this.database.inWorkshop(workshopId, (tx) => commandsMissing(tx, commandIds));
  }

  bench(workshopId: string): Promise<JobSummary[]> {
    return this.database.inWorkshop(workshopId, (tx) => benchRows(tx, CLOSED_ON_BENCH));
  }

  /**
   * Decides a command on the job as it is now, whatever the screen had seen (`basedOn`): what `decide` still
   * accepts is rebased, what it does not is refused with the reason. One transaction, the job's row locked.
   * The same command again (id, content and person) is answered with what it made, and nothing is done.
   */
  async give(
    acting: Acting,
    jobId: string,
    { commandId, basedOn, command }: GiveCommand,
    { asked = command, also }: Along = {},
  ): Promise<CommandReply> {
    const hash = askedHash(acting.by, asked);
    const lock = lockStatement(jobId, commandId);
    const { job, reply } = await this.database.inWorkshopAfter<
      LockedJob,
      { job: JobState; reply: CommandReply }
    >(acting.workshopId, lock, async (tx, locked) => {
      if (!locked) throw NO_JOB;
      const { seq, before } = locked;
      const repeated = isRepeat(before, acting.by, hash, jobId);
      const job = await this.cache.at(tx, acting.workshopId, jobId, seq);
      if (repeated) return { job, reply: { events: await eventsAfter(tx, jobId, basedOn), seq, repeated } };

      const decision = decide(job, command, {
        at: acting.at.toISOString(),
        by: acting.by,
        roles: acting.roles,
        knowledge: await lookedUp({
          database: this.database,
          tx,
          workshopId: acting.workshopId,
          job,
          command,
        }),
      });
      if (!decision.ok)
        throw new Refused(
          FORBIDDEN.has(decision.refusal.code) ? 403 : 409,
          decision.refusal.code,
          decision.refusal.sentence,
        );
      // The screen lacks what happened after `basedOn`; it gets that together with what its own command made.
      const missed = basedOn < seq ? await eventsAfter(tx, jobId, basedOn) : [];
      const written = await this.write(tx, job, acting, { commandId, hash }, decision.events);
      await also?.(tx);
      return {
        job: written.job,
        reply: { events: [...missed, ...written.events], seq: written.job.seq, repeated: false },
      };
    });
    this.cache.keep(acting.workshopId, job);
    return reply;
  }

  /**
   * What a command made, when it was given before; null: it is new. For what has to be done outside before it
   * is decided.
   */
  async made(
    acting: Acting,
    jobId: string,
    commandId: string,
    asked: object,
    basedOn: number,
  ): Promise<CommandReply | null> {
    return this.database.inWorkshop(acting.workshopId, async (tx) => {
      if (!isRepeat(await givenBefore(tx, commandId), acting.by, askedHash(acting.by, asked), jobId))
        return null;
      return {
        events: await eventsAfter(tx, jobId, basedOn),
        seq: sure(await seqOfJob(tx, jobId)),
        repeated: true,
      };
    });
  }

  private async load(tx: WorkshopTx, workshopId: string, jobId: string): Promise<JobState> {
    const seq = await seqOfJob(tx, jobId);
    if (seq === null) throw NO_JOB;
    return this.cache.at(tx, workshopId, jobId, seq);
  }

  private async write(
    tx: WorkshopTx,
    job: JobState | null,
    acting: Acting,
    { commandId, hash }: { readonly commandId: string; readonly hash: string },
    events: readonly JobEvent[],
  ): Promise<{ job: JobState; events: RecordedEvent[] }> {
    const { by, at } = acting;
    const first = (job?.seq ?? 0) + 1;
    const recorded = events.map((event, part): RecordedEvent => ({
      seq: first + part,
      at: at.toISOString(),
      by,
      commandId,
      event,
    }));
    const next = sure(recorded.reduce<JobState | null>(evolve, job));
    const summary = summarise(next);
    const drawn = { pastCase: pastCaseOf(next), fitCase: fitCaseOf(next) };
    const token = await append(tx, summary, drawn, recorded, hash);
    if (this.feed && this.feed.screens(acting.workshopId) > 0)
      this.feed.written.note(token, { jobId: next.id, events: recorded, summary });
    await drawLedger(tx, job, next);
    const elsewhere = (jobId: string, command: JobCommand): Promise<void> =>
      this.onAnother(tx, acting, jobId, command);
    await followUp({ tx, acting, job: next, elsewhere }, job, events);
    return { job: next, events: recorded };
  }

  /**
   * What this job means for another one, in the same transaction. A comeback's old job is closed, so that
   * nobody else works on it: the locks are always taken new job first.
   */
  private async onAnother(tx: WorkshopTx, acting: Acting, jobId: string, command: JobCommand): Promise<void> {
    const seq = await lockJob(tx, jobId);
    if (seq === null)
      throw new Refused(
        409,
        'no-old-job',
        'The job that this came back from is not in this workshop. Take the machine in without it.',
      );
    const job = await this.cache.at(tx, acting.workshopId, jobId, seq);
    const knowledge = await lookedUp({
      database: this.database,
      tx,
      workshopId: acting.workshopId,
      job,
      command,
    });
    const decision = decide(job, command, {
      at: acting.at.toISOString(),
      by: acting.by,
      roles: ['lead'],
      knowledge,
    });
    if (!decision.ok) throw new Refused(409, decision.refusal.code, decision.refusal.sentence);
    await this.write(
      tx,
      job,
      acting,
      { commandId: randomUUID(), hash: askedHash(acting.by, command) },
      decision.events,
    );
  }

  /**
   * The intake with its customer's id: the one that was chosen, one of the same name and reach, or a new one.
   */
  private async withCustomer(tx: WorkshopTx, intake: Intake): Promise<Intake> {
    const { id, name, reach } = intake.customer;
    const known = id ?? (await sameCustomer(tx, name, reach, wordsIn(name)[0] ?? ''));
    return { ...intake, customer: { id: known ?? randomUUID(), name, reach } };
  }
}

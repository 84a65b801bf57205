import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import type { CommandReply, JobReply } from '@petrichor/api';
import { evolve, type JobCommand, type JobState } from '@petrichor/core/job';
import { demoJobs, nextDemoCommand } from '@petrichor/demo';
import type { Chance } from '../chance.js';

/** What the server said yes to. */
export type Taken =
  | {
      readonly kind: 'command';
      readonly commandId: string;
      readonly jobId: string;
      readonly seqs: readonly number[];
    }
  | { readonly kind: 'move'; readonly id: string };

/** Faults that lie with who sends: nobody else has to be hurt for them. */
export const OWN_FAULTS = [
  'sent twice at once',
  'broken off and sent again',
  'an old one sent again',
  'two in the wrong order',
] as const;
export type OwnFault = (typeof OWN_FAULTS)[number];

export interface Office {
  readonly url: () => string;
  readonly chance: Chance;
  readonly over: AbortSignal;
  readonly taken: (one: Taken) => void;
  readonly fault: (name: OwnFault) => void;
  /** An answer that may not be, as a sentence. */
  readonly wrong: (sentence: string) => void;
}

/** Longer than anything takes that is well, shorter than a person waits. */
const ANSWER_MS = 2500;
const PAUSE_MS = 15;
/** Share of what is sent that goes wrong by itself. */
const OWN_SHARE = 0.12;
const ANY_DRIVE = 'pellow-p3-1tb';

interface Answer {
  readonly status: number;
  readonly body: unknown;
}

/**
 * Somebody at work: takes machines in, walks them as the demo does, counts the shelf; what is not answered is
 * sent again under the same id until it is, as every screen does.
 */
export class Person {
  private cookie = '';
  private readonly done: { path: string; body: object }[] = [];

  constructor(
    private readonly name: string,
    private readonly password: string,
    private readonly office: Office,
  ) {}

  async work(): Promise<void> {
    const { over, chance } = this.office;
    await this.signIn();
    while (!over.aborted) {
      await this.count();
      await this.walk(chance.between(5, 120));
    }
  }

  private async walk(most: number): Promise<void> {
    const { over, chance } = this.office;
    const script = { ...sure(demoJobs(new Date())[chance.between(0, 4)]), until: 'hand-over' as const };
    const opened = await this.send('/api/jobs', { commandId: randomUUID(), intake: script.intake });
    if (!opened) return;
    let job = (opened.body as JobReply).job;
    for (let step = 0; step < most && !over.aborted; step++) {
      const command: JobCommand | null = chance.is(0.3)
        ? { type: 'note', text: `${this.name} ${step} ${randomUUID()}`, stepId: null }
        : (nextDemoCommand(script, job) ?? null);
      if (!command) return;
      const next = await this.give(job, command);
      if (!next) return;
      job = next;
      await sleep(PAUSE_MS);
    }
  }

  private async give(job: JobState, command: JobCommand): Promise<JobState | null> {
    const commandId = randomUUID();
    const path = `/api/jobs/${job.id}/commands`;
    const answer = await this.send(path, { commandId, basedOn: job.seq, command });
    if (!answer) return null;
    const { events } = answer.body as CommandReply;
    const own = events.filter((event) => event.commandId === commandId);
    if (own.length === 0) this.office.wrong(`'${command.type}' was taken, and made nothing.`);
    this.office.taken({ kind: 'command', commandId, jobId: job.id, seqs: own.map(({ seq }) => seq) });
    return events.filter(({ seq }) => seq > job.seq).reduce<JobState>(evolve, job);
  }

  private async count(): Promise<void> {
    const id = randomUUID();
    const move = { kind: 'received', quantity: 1, jobId: null, note: '', dueOn: null };
    if (await this.send('/api/shelf/moves', { id, item: { kind: 'drive', id: ANY_DRIVE }, move }))
      this.office.taken({ kind: 'move', id });
  }

  /** Null: refused, or it is over. */
  private async send(path: string, body: object): Promise<Answer | null> {
    const { over, chance } = this.office;
    if (chance.is(OWN_SHARE)) await this.blunder(path, body);
    while (!over.aborted) {
      const answer = await this.ask(path, body);
      if (answer && answer.status < 300) {
        this.done.push({ path, body });
        return answer;
      }
      if (answer?.status === 401) await this.signIn();
      else if (answer && answer.status < 500 && answer.status !== 429) {
        // No is an answer, too: but never to what was taken already.
        const { code } = answer.body as { code?: string };
        if (code === 'other-command' || code === 'other-move')
          this.office.wrong(`${path} was refused as another's: ${JSON.stringify(answer.body)}`);
        return null;
      } else if (answer?.status === 500) this.office.wrong(`${path} failed: ${JSON.stringify(answer.body)}`);
      await sleep(chance.between(20, 200));
    }
    return null;
  }

  /** What goes wrong before, beside or after what is sent. */
  private async blunder(path: string, body: object): Promise<void> {
    const { chance, fault } = this.office;
    const name = chance.one(OWN_FAULTS);
    fault(name);
    switch (name) {
      case 'sent twice at once':
        await Promise.all([this.ask(path, body), this.ask(path, body)]);
        return;
      case 'broken off and sent again':
        await this.ask(path, body, chance.between(1, 15));
        return;
      case 'an old one sent again': {
        if (this.done.length === 0) return;
        const old = chance.one(this.done);
        const answer = await this.ask(old.path, old.body);
        if (
          answer &&
          answer.status >= 400 &&
          answer.status < 500 &&
          answer.status !== 401 &&
          answer.status !== 429
        )
          this.office.wrong(
            `What was taken before was refused when it came again: ${JSON.stringify(answer.body)}`,
          );
        return;
      }
      case 'two in the wrong order': {
        // The later of two overtakes: it is sent, and the earlier one only afterwards.
        const note = {
          commandId: randomUUID(),
          basedOn: 1_000_000,
          command: { type: 'note', text: `overtook ${randomUUID()}`, stepId: null },
        };
        if (!path.endsWith('/commands')) return;
        const answer = await this.ask(path, note);
        if (answer && answer.status < 300) {
          const { events } = answer.body as CommandReply;
          const own = events.filter((event) => event.commandId === note.commandId);
          this.office.taken({
            kind: 'command',
            commandId: note.commandId,
            jobId: sure(path.split('/')[3]),
            seqs: own.map(({ seq }) => seq),
          });
        }
      }
    }
  }

  private async signIn(): Promise<void> {
    const { url, over, chance } = this.office;
    while (!over.aborted) {
      try {
        const reply = await fetch(`${url()}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', origin: url() },
          body: JSON.stringify({ signInName: this.name, password: this.password }),
          signal: AbortSignal.timeout(ANSWER_MS * 2),
        });
        await reply.arrayBuffer();
        if (reply.ok) {
          this.cookie = sure(sure(reply.headers.get('set-cookie')).split(';')[0]);
          return;
        }
      } catch {
        // Nobody there: tried again.
      }
      await sleep(chance.between(50, 300));
    }
  }

  /** Null: no answer. */
  private async ask(path: string, body: object, brokenOffMs = ANSWER_MS): Promise<Answer | null> {
    const url = this.office.url();
    try {
      const reply = await fetch(url + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: url, cookie: this.cookie },
        body: JSON.stringify(body),
        signal: AbortSignal.timeout(brokenOffMs),
      });
      return { status: reply.status, body: await reply.json() };
    } catch {
      return null;
    }
  }
}

import type { ChildProcess } from 'node:child_process';
import { setTimeout } from 'node:timers/promises';

/** Something that runs beside this program. */
export interface Running {
  /** Resolves once it is gone, with how: `exit code 1`, `signal SIGKILL`. */
  readonly ended: Promise<string>;
  /** Asks it to end, and waits until it has. */
  stop(): Promise<void>;
}

/** Something that has to run. */
export interface Kept {
  /** As a sentence begins: `The server`. */
  readonly what: string;
  start(): Promise<Running>;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 60_000;
/** Whatever ran this long was well: the next pause is a short one again. */
const WELL_MS = 60_000;
/** Whoever is asked to end and does not is ended. */
const STOP_MS = 15_000;

/**
 * Keeps programs running: one that ends by itself, or by whoever's signal, is started again, with pauses that
 * double; it says so each time. What is kept first is stopped last.
 */
export class Supervisor {
  private readonly kept: { running: Running | null }[] = [];
  private readonly over = new AbortController();
  private readonly watches: Promise<void>[] = [];

  constructor(
    private readonly say: (words: string) => void,
    private readonly pauses = { first: FIRST_PAUSE_MS, longest: LONGEST_PAUSE_MS, well: WELL_MS },
  ) {}

  get isStopping(): boolean {
    return this.over.signal.aborted;
  }

  /** Starts it and keeps it; a first start that fails is the caller's fault to tell. */
  async keep(one: Kept): Promise<void> {
    const place = { running: (await one.start()) as Running | null };
    this.kept.push(place);
    this.watches.push(this.watch(one, place));
  }

  /** Ends everything, the last that was kept first. */
  async stop(): Promise<void> {
    this.over.abort();
    for (const { running } of [...this.kept].reverse()) await running?.stop();
    await Promise.all(this.watches);
  }

  private async watch(one: Kept, place: { running: Running | null }): Promise<void> {
    const { what } = one;
    let pause = this.pauses.first;
    for (;;) {
      const began = Date.now();
      const how = place.running ? await place.running.ended : null;
      if (this.isStopping) return;
      pause = Date.now() - began > this.pauses.well ? this.pauses.first : pause;
      const again = `in ${Math.max(1, Math.round(pause / 1000))} s`;
      this.say(
        how === null
          ? `${what} is tried again ${again}.`
          : `${what} ended by itself (${how}). It is started again ${again}.`,
      );
      await rest(pause, this.over.signal);
      if (this.isStopping) return;
      pause = Math.min(pause * 2, this.pauses.longest);
      place.running = null;
      try {
        const running = await one.start();
        place.running = running;
        // Ctrl-C came while it started: nobody else ends it.
        if (this.isStopping) return void (await running.stop());
        this.say(`${what} runs again.`);
      } catch (error) {
        this.say(`${what} could not be started: ${(error as Error).message}`);
      }
    }
  }
}

/** A child process as something that is kept. */
export function runningChild(child: ChildProcess): Running {
  const ended = new Promise<string>((done) => {
    if (child.exitCode !== null || child.signalCode !== null)
      done(howEnded(child.exitCode, child.signalCode));
    else child.once('exit', (code, signal) => done(howEnded(code, signal)));
  });
  return {
    ended,
    async stop() {
      const slow = new AbortController();
      void rest(STOP_MS, slow.signal).then(() => slow.signal.aborted || child.kill('SIGKILL'));
      child.kill('SIGTERM');
      await ended;
      slow.abort();
    },
  };
}

const howEnded = (code: number | null, signal: NodeJS.Signals | null): string =>
  signal ? `signal ${signal}` : `exit code ${code ?? 0}`;

/** Waits so long, or until `over` ends the waiting. */
export const rest = (ms: number, over: AbortSignal): Promise<void> =>
  setTimeout(ms, undefined, { signal: over }).catch(() => undefined);

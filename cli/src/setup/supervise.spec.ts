import { spawn, type ChildProcess } from 'node:child_process';
import { runningChild, Supervisor, type Running } from './supervise.js';

const QUICK = { first: 10, longest: 40, well: 60_000 };
const rest = (ms: number) => new Promise((done) => setTimeout(done, ms));
const until = async (so: () => boolean): Promise<void> => {
  for (let tries = 0; tries < 300 && !so(); tries++) await rest(10);
  expect(so()).toBe(true);
};

/** A real program that does nothing, again each time it is started. */
function sleeper() {
  const started: ChildProcess[] = [];
  const start = (): Promise<Running> => {
    const child = spawn(process.execPath, ['-e', 'setInterval(() => 0, 1000)'], { stdio: 'ignore' });
    started.push(child);
    return Promise.resolve(runningChild(child));
  };
  return { started, kept: { what: 'The sleeper', start } };
}

describe('what has to run', () => {
  it('is started again when it dies, also by a signal, and it is said; Ctrl-C ends it for good', async () => {
    const said: string[] = [];
    const supervisor = new Supervisor((words) => void said.push(words), QUICK);
    const { started, kept } = sleeper();
    await supervisor.keep(kept);
    for (const signal of ['SIGKILL', 'SIGSEGV', 'SIGTERM'] as const) {
      const count = started.length;
      started.at(-1)!.kill(signal);
      await until(() => started.length === count + 1);
      expect(said.some((words) => words.includes(`signal ${signal}`))).toBe(true);
    }
    await until(() => said.filter((words) => words === 'The sleeper runs again.').length === 3);
    const last = started.at(-1)!;
    await supervisor.stop();
    expect([last.exitCode, last.signalCode]).toEqual([null, 'SIGTERM']);
    await rest(100);
    expect(started).toHaveLength(4);
  });

  it('is tried again with growing pauses while it cannot start, and Ctrl-C does not wait for them', async () => {
    const said: string[] = [];
    let tries = 0;
    const supervisor = new Supervisor((words) => void said.push(words), {
      first: 20,
      longest: 5000,
      well: 60_000,
    });
    const { started, kept } = sleeper();
    const start = (): Promise<Running> =>
      tries++ === 0 ? kept.start() : Promise.reject(new Error('The disk is full.'));
    await supervisor.keep({ what: 'The database', start });
    started[0]!.kill('SIGKILL');
    await until(() => tries >= 5);
    expect(
      said.filter((words) => words === 'The database could not be started: The disk is full.').length,
    ).toBeGreaterThanOrEqual(3);
    const began = Date.now();
    await supervisor.stop();
    expect(Date.now() - began).toBeLessThan(1000);
  });

  it('is ended in the order it leans on one another: what was kept first goes last', async () => {
    const ended: string[] = [];
    const supervisor = new Supervisor(() => undefined, QUICK);
    for (const what of ['database', 'server']) {
      let end: (how: string) => void = () => undefined;
      const running: Running = {
        ended: new Promise((done) => (end = done)),
        stop: () => {
          ended.push(what);
          end('exit code 0');
          return Promise.resolve();
        },
      };
      await supervisor.keep({ what, start: () => Promise.resolve(running) });
    }
    await supervisor.stop();
    expect(ended).toEqual(['server', 'database']);
  });

  it('that fails at its first start is told to whoever asked for it', async () => {
    const supervisor = new Supervisor(() => undefined, QUICK);
    await expect(
      supervisor.keep({ what: 'x', start: () => Promise.reject(new Error('No room.')) }),
    ).rejects.toThrow('No room.');
    await supervisor.stop();
  });
});

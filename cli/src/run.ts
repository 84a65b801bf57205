import { spawn, type ChildProcess, type SpawnOptions } from 'node:child_process';
import { ROOT } from './paths.js';

export interface Ran {
  readonly code: number;
  /** stdout and stderr together, as they came. */
  readonly output: string;
}

const running = new Set<ChildProcess>();

/** Ends what is running now: a build, an installation, a test. */
export function endRunning(): void {
  for (const child of running) child.kill('SIGTERM');
}

/** Runs a program to its end and keeps what it printed; `live` shows it, too. */
export function run(
  program: string,
  args: readonly string[],
  options: SpawnOptions & { live?: boolean } = {},
): Promise<Ran> {
  const { live = false, ...rest } = options;
  return new Promise((done, failed) => {
    const child = spawn(program, args, { cwd: ROOT, ...rest, stdio: ['ignore', 'pipe', 'pipe'] });
    running.add(child);
    child.once('close', () => running.delete(child));
    let output = '';
    const take = (chunk: Buffer): void => {
      output += chunk.toString();
      if (live) process.stderr.write(chunk);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('error', failed);
    child.on('close', (code) => done({ code: code ?? 1, output }));
  });
}

import { spawn, type SpawnOptions } from 'node:child_process';
import { ROOT } from './paths.js';

export interface Ran {
  readonly code: number;
  /** stdout and stderr together, as they came. */
  readonly output: string;
}

/** Runs a program to its end and keeps what it printed; `live` shows it, too. */
export function run(program: string, args: readonly string[], options: SpawnOptions & { live?: boolean } = {}): Promise<Ran> {
  const { live = false, ...rest } = options;
  return new Promise((done, failed) => {
    const child = spawn(program, args, { cwd: ROOT, ...rest, stdio: ['ignore', 'pipe', 'pipe'] });
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

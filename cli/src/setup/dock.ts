import { spawn } from 'node:child_process';
import { Fault } from '../fault.js';
import { DOCK_DRIVES, DOCK_MAIN } from '../paths.js';
import { freePort } from './port.js';

export interface RunningDock {
  readonly url: string;
  stop(): Promise<void>;
}

/** Starts the simulated dock on a free port of loopback, with the demo's drives. */
export async function startDock(speed = Number(process.env['PETRICHOR_DOCK_SPEED'] ?? 400)): Promise<RunningDock> {
  const port = await freePort();
  const child = spawn(process.execPath, [DOCK_MAIN], {
    env: {
      ...process.env,
      NODE_OPTIONS: '',
      PETRICHOR_DOCK_PORT: String(port),
      PETRICHOR_DOCK_DRIVES: DOCK_DRIVES,
      PETRICHOR_DOCK_SPEED: String(speed),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
    // Ctrl-C reaches only us; we end it in order.
    detached: true,
  });
  await new Promise<void>((done, failed) => {
    child.stdout.on('data', (chunk: Buffer) => chunk.toString().includes('ready') && done());
    child.once('exit', () => failed(new Fault('The simulated dock did not start: see above.')));
  });
  return {
    url: `http://127.0.0.1:${port}`,
    stop: () =>
      new Promise((done) => {
        if (child.exitCode !== null) return done();
        child.once('exit', () => done());
        child.kill('SIGTERM');
      }),
  };
}

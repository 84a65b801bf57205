import { sure } from '@petrichor/core/units';
import { spawn } from 'node:child_process';
import { Fault } from '../fault.js';
import { DEMO_DRIVES, DEMO_PARTS, DOCK_DRIVES, DOCK_MAIN, SUPPLIER_MAIN } from '../paths.js';
import { freePort } from './port.js';
import { runningChild, type Running } from './supervise.js';

/** A program that stands in for something outside the workshop: a dock, a supplier. */
export interface StandIn extends Running {
  readonly url: string;
}

/** The simulated dock on a free port of loopback, with the demo's drives. */
export const startDock = (
  speed = Number(process.env['PETRICHOR_DOCK_SPEED'] ?? 400),
  port?: number,
): Promise<StandIn> =>
  start('The simulated dock', DOCK_MAIN, port, (port) => ({
    PETRICHOR_DOCK_PORT: String(port),
    PETRICHOR_DOCK_DRIVES: DOCK_DRIVES,
    PETRICHOR_DOCK_SPEED: String(speed),
  }));

/** The simulated suppliers, who sell what the demo's shelf knows; a day passes every so many seconds. */
export const startSupplier = (
  daySeconds = Number(process.env['PETRICHOR_SUPPLIER_DAY_SECONDS'] ?? 60),
  port?: number,
): Promise<StandIn> =>
  start('The simulated supplier', SUPPLIER_MAIN, port, (port) => ({
    PETRICHOR_SUPPLIER_PORT: String(port),
    PETRICHOR_SUPPLIER_DRIVES: DEMO_DRIVES,
    PETRICHOR_SUPPLIER_PARTS: DEMO_PARTS,
    PETRICHOR_SUPPLIER_DAY_SECONDS: String(daySeconds),
  }));

/** @param given the port it had before, when it is started again: whoever asks it goes on asking there */
async function start(
  what: string,
  program: string,
  given: number | undefined,
  settings: (port: number) => NodeJS.ProcessEnv,
): Promise<StandIn> {
  const port = given ?? (await freePort());
  const child = spawn(process.execPath, [program], {
    env: { ...process.env, NODE_OPTIONS: '', ...settings(port) },
    // By the channel it notices when we are gone without a word.
    stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
    // Ctrl-C reaches only us; we end it in order.
    detached: true,
  });
  await new Promise<void>((done, failed) => {
    sure(child.stdout).on('data', (chunk: Buffer) => chunk.toString().includes('ready') && done());
    child.once('exit', () => failed(new Fault(`${what} did not start: see above.`)));
  });
  return { url: `http://127.0.0.1:${port}`, ...runningChild(child) };
}

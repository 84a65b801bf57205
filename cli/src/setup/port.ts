import { createServer } from 'node:net';
import { Fault } from '../fault.js';

const HOST = '127.0.0.1';

export const isFree = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, HOST, () => probe.close(() => done(true)));
  });

/** A free port of the system's choosing, on loopback. */
export const freePort = (): Promise<number> =>
  new Promise((done, failed) => {
    const probe = createServer();
    probe.once('error', failed);
    probe.listen(0, HOST, () => {
      const address = probe.address();
      probe.close(() =>
        typeof address === 'object' && address ? done(address.port) : failed(new Error('no port')),
      );
    });
  });

/** @param setting the one by which another port is chosen */
export async function needPort(port: number, setting = 'PETRICHOR_PORT'): Promise<void> {
  if (!(await isFree(port)))
    throw new Fault(
      `Port ${port} is taken: perhaps Petrichor runs already. End that program, or choose another port with ${setting}.`,
    );
}

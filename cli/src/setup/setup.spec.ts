import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { Fault } from '../fault.js';
import { needDisk } from './disk.js';
import { freePort, isFree, needPort } from './port.js';

describe('before anything is made', () => {
  it('says that a port is taken, and what to do', async () => {
    const port = await freePort();
    expect(await isFree(port)).toBe(true);
    const other = createServer().listen(port, '127.0.0.1');
    await new Promise((done) => other.once('listening', done));
    await expect(needPort(port)).rejects.toThrow(
      new Fault(
        `Port ${port} is taken: perhaps Petrichor runs already. End that program, or choose another port with PETRICHOR_PORT.`,
      ),
    );
    other.close();
  });

  it('says that the disk is too small, and what to do', () => {
    expect(() => needDisk(tmpdir(), 1, 'a test')).not.toThrow();
    expect(() => needDisk(tmpdir(), 1e12, 'the database')).toThrow(
      /^The disk has \d+ MB left; the database needs .* Free some space and try again\.$/,
    );
  });
});

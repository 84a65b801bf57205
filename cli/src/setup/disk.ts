import { statfsSync } from 'node:fs';
import { Fault } from '../fault.js';

/** Refuses to begin what would fill the disk half-way. */
export function needDisk(folder: string, megabytes: number, what: string): void {
  const { bavail, bsize } = statfsSync(folder);
  const free = Math.floor((bavail * bsize) / 1e6);
  if (free < megabytes)
    throw new Fault(
      `The disk has ${free} MB left; ${what} needs ${megabytes} MB. Free some space and try again.`,
    );
}

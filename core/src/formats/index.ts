import type { Reading } from './reading.js';
import { readDriveList } from './drive-list/read.js';
import { readMachineModel } from './machine-model/read.js';

export * from './drive-list/read.js';
export * from './machine-model/read.js';
export type { Reading } from './reading.js';

/** Known formats by the word in the document's own `format` field. */
const BY_NAME: Record<string, (text: string) => Reading<unknown>> = {
  'petrichor-machine-model': readMachineModel,
  'petrichor-drive-list': readDriveList,
};

/** Finds the format by content and reads it. */
export function readAnyFormat(text: string): Reading<unknown> {
  const name = /"format"\s*:\s*"([a-z0-9-]{1,60})"/.exec(text)?.[1];
  const read = name === undefined ? undefined : BY_NAME[name];
  if (read) return read(text);
  const known = Object.keys(BY_NAME).join(', ');
  return { ok: false, problem: `Petrichor does not know this file. It reads: ${known}.`, at: 'line 1' };
}

import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readAny } from '@petrichor/core';
import { Fault } from '../fault.js';

/** `read FILE`: finds the format by content and prints what it says as JSON. */
export function read(args: readonly string[]): void {
  const [file] = args;
  if (!file) throw new Fault('Say which file: ./petrichor read FILE');
  const path = resolve(process.env['PETRICHOR_CWD'] ?? '.', file);
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(path);
  } catch (error) {
    throw new Fault(
      `${file} cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}.`,
    );
  }
  const reading = readAny(bytes);
  if (!reading.ok) throw new Fault(`${reading.problem} (${file}, ${reading.at})`);
  console.log(JSON.stringify(reading.value, null, 2));
}

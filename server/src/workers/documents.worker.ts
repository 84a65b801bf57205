import { sure } from '@petrichor/core/units';
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { readImport, readJob } from './read-documents.js';

const BEHIND_WORK = 10;

/** Reads one large document beside everything else, and is gone. */
// On Linux this is the thread's own, so that whoever is at work comes first; elsewhere it would be the whole
// server's.
if (process.platform === 'linux') setPriority(BEHIND_WORK);
const { what, bytes } = workerData as { what: 'import' | 'job'; bytes: Uint8Array };
const text = new TextDecoder().decode(bytes);
if (what === 'import') sure(parentPort).postMessage(readImport(text));
else {
  const read = readJob(text);
  sure(parentPort).postMessage(read, read.ok ? read.photos.map((one) => one.bytes.buffer) : []);
}

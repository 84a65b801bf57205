import { parentPort, workerData } from 'node:worker_threads';
import { readImport, readJob } from './read-documents.js';

/** Reads one large document beside everything else, and is gone. */
const { what, bytes } = workerData as { what: 'import' | 'job'; bytes: Uint8Array };
const text = new TextDecoder().decode(bytes);
if (what === 'import') parentPort!.postMessage(readImport(text));
else {
  const read = readJob(text);
  parentPort!.postMessage(read, read.ok ? read.photos.map((one) => one.bytes.buffer) : []);
}

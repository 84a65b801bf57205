import { readFileSync } from 'node:fs';
import { JobDocumentSchema } from '@petrichor/core/ledger';
import { Documents } from './documents.js';

const FIRST = JSON.parse(readFileSync('core/src/testing/editions/first/handed-over.json', 'utf8')) as object;
/** A job's document of so many megabytes: photos make them large. */
function large(megabytes: number): { bytes: Uint8Array<ArrayBuffer>; photo: Buffer } {
  const photo = Buffer.alloc(750_000, 7);
  const one = { hash: 'ab'.repeat(32), jpegBase64: photo.toString('base64') };
  const text = JSON.stringify({ ...FIRST, photos: Array.from({ length: megabytes }, () => one) });
  return { bytes: new Uint8Array(Buffer.from(text)), photo };
}
const LONG_MS = 60_000;

describe('a large document', () => {
  it(
    'is read in a thread of its own, photos as bytes, while this one answers others',
    async () => {
      const { bytes, photo } = large(40);
      let longest = 0;
      let last = performance.now();
      const beat = setInterval(() => {
        longest = Math.max(longest, performance.now() - last);
        last = performance.now();
      }, 5);
      const began = performance.now();
      const read = await new Documents().job(bytes);
      const took = performance.now() - began;
      clearInterval(beat);
      if (!read.ok) throw new Error(read.problem);
      expect(read.photos).toHaveLength(40);
      expect(Buffer.from(read.photos[39]!.bytes).equals(photo)).toBe(true);
      expect(read.job.number).toBe(405);
      JobDocumentSchema.parse(read.document);
      // It was given away, not copied.
      expect(bytes.length).toBe(0);
      expect(longest).toBeLessThan(Math.max(150, took / 3));
    },
    LONG_MS,
  );

  it(
    'says what is wrong with it as a small one does',
    async () => {
      const text = `{"format":"petrichor-job","pad":"${'x'.repeat(400_000)}"}`;
      const documents = new Documents();
      const [big, small] = [
        await documents.job(new Uint8Array(Buffer.from(text))),
        await documents.job(new Uint8Array(Buffer.from('{"format":"petrichor-job"}'))),
      ];
      expect([big.ok, small.ok]).toEqual([false, false]);
      const drives = readFileSync('demo/drives/quayside-shelf.json', 'utf8');
      const padded = drives.replace('{', `{${' '.repeat(300_000)}`);
      const [there, here] = [await documents.import(padded), await documents.import(drives)];
      expect(there.kind).toBe('drives');
      expect(there).toEqual(here);
    },
    LONG_MS,
  );

  it(
    'waits its turn, and too many of them are told so',
    async () => {
      const documents = new Documents(2);
      const all = await Promise.allSettled([1, 2, 3].map(() => documents.job(large(1).bytes)));
      expect(all.map((one) => one.status)).toEqual(['fulfilled', 'fulfilled', 'rejected']);
      expect((all[2] as PromiseRejectedResult).reason).toMatchObject({ status: 429 });
      expect((await documents.job(large(1).bytes)).ok).toBe(true);
    },
    LONG_MS,
  );
});

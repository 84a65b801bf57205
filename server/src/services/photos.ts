import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { PhotoReply } from '@petrichor/api';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { hasPhoto, insertPhoto } from '../store/photos.js';
import type { Acting } from './jobs.js';

/**
 * Segments of a JPEG that carry words about the picture: where, when, by which camera. The picture does without them;
 * APP14 and a colour profile in APP2 say how its colours are meant, and stay.
 */
const isAbout = (marker: number, content: Buffer): boolean => {
  const colours = marker === 0xee || (marker === 0xe2 && content.subarray(0, 11).toString('latin1') === 'ICC_PROFILE');
  return (marker >= 0xe1 && marker <= 0xef && !colours) || marker === 0xfe;
};

/**
 * The JPEG without what was written about it (EXIF, XMP, IPTC, comments, anything after its end), or null where it is no
 * JPEG. Marker codes: ITU-T T.81, annex B. The colours stay (APP0, APP14); the picture itself is not decoded.
 */
export function strippedJpeg(bytes: Buffer): Buffer | null {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1]!;
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = bytes.readUInt16BE(at + 2);
    if (length < 2 || at + 2 + length > bytes.length) return null;
    if (marker === 0xda) {
      // From the start of scan on it is the picture, to the last end-of-image mark.
      const end = bytes.lastIndexOf(Buffer.from([0xff, 0xd9]));
      return end < at ? null : Buffer.concat([...kept, bytes.subarray(at, end + 2)]);
    }
    if (!isAbout(marker, bytes.subarray(at + 4, at + 2 + length))) kept.push(bytes.subarray(at, at + 2 + length));
    at += 2 + length;
  }
  return null;
}

/** Photos as files beside the database, named by their SHA-256: the same picture is kept once. */
export class PhotoStore {
  constructor(
    private readonly database: Database,
    private readonly folder: string | null,
  ) {}

  async keep({ workshopId, at, by }: Acting, bytes: Buffer): Promise<PhotoReply> {
    const photo = strippedJpeg(bytes);
    if (!photo) throw new Refused(400, 'no-jpeg', 'That is no JPEG picture. Take the photo again, or save it as JPEG.');
    const hash = createHash('sha256').update(photo).digest('hex');
    const file = this.fileOf(hash);
    await mkdir(path.dirname(file), { recursive: true });
    // Written beside and moved: a file that is there is whole.
    const beside = `${file}.${randomUUID()}`;
    await writeFile(beside, photo);
    await rename(beside, file);
    const row = { hash, bytes: photo.length, at: at.toISOString(), by: by.name };
    await this.database.inWorkshop(workshopId, (tx) => insertPhoto(tx, row));
    return { hash, bytes: photo.length };
  }

  async read(workshopId: string, hash: string): Promise<Buffer> {
    const here = await this.database.inWorkshop(workshopId, (tx) => hasPhoto(tx, hash));
    const gone = new Refused(404, 'no-photo', 'That photo is not here. It may still be on the tablet that took it.');
    if (!here) throw gone;
    return readFile(this.fileOf(hash)).catch(() => {
      throw gone;
    });
  }

  private fileOf(hash: string): string {
    if (this.folder === null) throw new Refused(503, 'no-photos', 'This server keeps no photos. Set PETRICHOR_PHOTOS to a folder.');
    return path.join(this.folder, hash.slice(0, 2), `${hash}.jpg`);
  }
}

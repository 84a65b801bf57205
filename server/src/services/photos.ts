import { sure } from '@petrichor/core/units';
import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { PhotoReply, Standing } from '@petrichor/api';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { bytesOfPhotos, hasPhoto, insertPhoto } from '../store/photos.js';
import type { Acting } from './acting.js';

/**
 * Segments of a JPEG that carry words about the picture: where, when, by which camera. The picture does
 * without them; APP14 and a colour profile in APP2 say how its colours are meant, and stay.
 */
const isAbout = (marker: number, content: Buffer): boolean => {
  const colours =
    marker === 0xee || (marker === 0xe2 && content.subarray(0, 11).toString('latin1') === 'ICC_PROFILE');
  return (marker >= 0xe1 && marker <= 0xef && !colours) || marker === 0xfe;
};

/**
 * The JPEG without what was written about it (EXIF, XMP, IPTC, comments, anything after its end), or null
 * where it is no JPEG. Marker codes: ITU-T T.81, annex B. The colours stay (APP0, APP14); the picture itself
 * is not decoded.
 */
export function strippedJpeg(bytes: Buffer): Buffer | null {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = sure(bytes[at + 1]);
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
    if (!isAbout(marker, bytes.subarray(at + 4, at + 2 + length)))
      kept.push(bytes.subarray(at, at + 2 + length));
    at += 2 + length;
  }
  return null;
}

/**
 * How many pixels a JPEG has, by its frame header (ITU-T T.81, B.2.2); 0: none was found. A small file may
 * hold a picture that takes gigabytes to draw.
 */
export function pixelsOf(bytes: Buffer): number {
  for (let at = 2; at + 9 < bytes.length && bytes[at] === 0xff; at += 2 + bytes.readUInt16BE(at + 2)) {
    const marker = sure(bytes[at + 1]);
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (isFrame) return bytes.readUInt16BE(at + 5) * bytes.readUInt16BE(at + 7);
  }
  return 0;
}

/** More than any camera's at a bench; drawn, it takes some 200 MB. */
const MOST_PIXELS = 50_000_000;
/** From here on it is told. */
const NEARLY_FULL = 0.9;

/** Photos as files beside the database, named by their SHA-256: the same picture is kept once. */
export class PhotoStore {
  constructor(
    private readonly database: Database,
    private readonly folder: string | null,
    /** Of one workshop. */
    private readonly quotaBytes = Number.POSITIVE_INFINITY,
  ) {}

  /** How much of its quota a workshop has used. */
  async room(workshopId: string): Promise<{ bytes: number; quotaBytes: number | null; standing: Standing }> {
    const bytes = await this.database.inWorkshop(workshopId, bytesOfPhotos);
    const standing =
      bytes >= this.quotaBytes ? 'bad' : bytes > this.quotaBytes * NEARLY_FULL ? 'watch' : 'good';
    return { bytes, quotaBytes: Number.isFinite(this.quotaBytes) ? this.quotaBytes : null, standing };
  }

  async keep({ workshopId, at, by }: Acting, bytes: Buffer): Promise<PhotoReply> {
    const photo = strippedJpeg(bytes);
    if (!photo)
      throw new Refused(400, 'no-jpeg', 'That is no JPEG picture. Take the photo again, or save it as JPEG.');
    if (pixelsOf(photo) > MOST_PIXELS)
      throw new Refused(
        413,
        'photo-too-large',
        `That picture has more than ${MOST_PIXELS / 1e6} million pixels. Save it smaller, and try again.`,
      );
    const hash = createHash('sha256').update(photo).digest('hex');
    const { bytes: used } = await this.room(workshopId);
    if (
      used + photo.length > this.quotaBytes &&
      !(await this.database.inWorkshop(workshopId, (tx) => hasPhoto(tx, hash)))
    )
      throw new Refused(
        507,
        'photos-full',
        `The workshop’s photos fill the ${sayGigabytes(this.quotaBytes)} they may take. The photo stays on this screen; ask the lead to make room (PETRICHOR_PHOTO_QUOTA_GB).`,
      );
    const file = this.fileOf(hash);
    await mkdir(path.dirname(file), { recursive: true });
    // Written beside and moved: a file that is there is whole.
    const beside = `${file}.${randomUUID()}`;
    await writeFile(beside, photo);
    await rename(beside, file);
    const row = { hash, bytes: photo.length, at: at.toISOString(), by: by.name };
    await this.database.inWorkshop(workshopId, (tx) => insertPhoto(tx, row));
    const isNearlyFull = used + photo.length > this.quotaBytes * NEARLY_FULL;
    return {
      hash,
      bytes: photo.length,
      warning: isNearlyFull
        ? `Photos fill ${Math.round(((used + photo.length) / this.quotaBytes) * 100)} % of the room they may take. Tell the lead.`
        : null,
    };
  }

  async read(workshopId: string, hash: string): Promise<Buffer> {
    const here = await this.database.inWorkshop(workshopId, (tx) => hasPhoto(tx, hash));
    const gone = new Refused(
      404,
      'no-photo',
      'That photo is not here. It may still be on the tablet that took it.',
    );
    if (!here) throw gone;
    return readFile(this.fileOf(hash)).catch(() => {
      throw gone;
    });
  }

  private fileOf(hash: string): string {
    if (this.folder === null)
      throw new Refused(503, 'no-photos', 'This server keeps no photos. Set PETRICHOR_PHOTOS to a folder.');
    return path.join(this.folder, hash.slice(0, 2), `${hash}.jpg`);
  }
}

const sayGigabytes = (bytes: number): string => `${Math.round(bytes / 1e8) / 10} GB`;

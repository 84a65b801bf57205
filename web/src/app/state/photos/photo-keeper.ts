import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { inject, Injectable, signal } from '@angular/core';
import { CONTRACT, hrefOf } from '@petrichor/api';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../api';

interface PhotoSchema extends DBSchema {
  waiting: { key: string; value: { hash: string; photo: Blob } };
}

/** Longest edge that is kept, px: enough to read a label by, small enough for a dead network to catch up. */
const LONGEST_EDGE = 2000;
const QUALITY = 0.85;
const TRY_AGAIN_MS = 10_000;
const LARGEST_FILE = 40_000_000;

/**
 * Photos from the camera or a file. Each is drawn anew as a JPEG, which leaves behind where and when it was
 * taken, named by its SHA-256, kept in the browser and sent until the server has it: neither a reload nor a
 * dead network loses one.
 */
@Injectable({ providedIn: 'root' })
export class PhotoKeeper {
  private readonly api = inject(Api);
  private readonly db: Promise<IDBPDatabase<PhotoSchema>> = openDB<PhotoSchema>('petrichor-photos', 1, {
    upgrade: (db) => void db.createObjectStore('waiting', { keyPath: 'hash' }),
  });
  private sending = false;
  /** Photos that arrived otherwise than they were sent: kept here, and not sent over and over. */
  private readonly changed = new Set<string>();
  private readonly count = signal(0);
  /** Photos that only this device has. */
  readonly waiting = this.count.asReadonly();
  /** A photo that the server will never take, and why. */
  readonly refused = signal<string | null>(null);

  constructor() {
    window.addEventListener('online', () => void this.send());
    void this.send();
  }

  /** @returns the photo's hash, or a sentence where the file is no picture. */
  async take(file: Blob): Promise<{ readonly hash: string } | { readonly problem: string }> {
    if (file.size > LARGEST_FILE)
      return { problem: 'That file is larger than 40 MB. Take a photo, or choose a smaller picture.' };
    const photo = await asJpeg(file).catch(() => null);
    if (!photo)
      return {
        problem: 'That file cannot be shown as a picture here. Take a photo, or choose a JPEG or PNG.',
      };
    // Not the browser's own: it has none where the page is no secure context.
    const hash = bytesToHex(sha256(new Uint8Array(await photo.arrayBuffer())));
    await (await this.db).put('waiting', { hash, photo });
    void this.send();
    return { hash };
  }

  /** Where the picture is to be had: here as long as it waits, else from the server. */
  async address(hash: string): Promise<string> {
    const here = await (await this.db).get('waiting', hash);
    return here ? URL.createObjectURL(here.photo) : hrefOf(CONTRACT.photo, { params: { hash } });
  }

  /** The picture itself, or null where neither this device nor the server has it, or nobody answers. */
  async bytes(hash: string): Promise<ArrayBuffer | null> {
    const here = await (await this.db).get('waiting', hash);
    if (here) return here.photo.arrayBuffer();
    const reply = await fetch(hrefOf(CONTRACT.photo, { params: { hash } })).catch(() => null);
    return reply?.ok ? reply.arrayBuffer() : null;
  }

  /** Sends what waits, one after the other, until all are there; what nobody answers is tried again. */
  async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    let again = false;
    const db = await this.db;
    for (const { hash, photo } of await db.getAll('waiting')) {
      if (this.changed.has(hash)) continue;
      try {
        const kept = await firstValueFrom(this.api.keepPhoto({ body: photo }));
        if (kept.warning) this.refused.set(kept.warning);
        if (kept.hash === hash) await db.delete('waiting', hash);
        // It stays here, where it can be seen: under this name nobody else would find it.
        else {
          this.changed.add(hash);
          this.refused.set('A photo arrived changed, so only this browser has it. Take it again.');
        }
      } catch (error) {
        const { away, signedOut, sentence, code } = faultOf(error);
        again ||= away || signedOut;
        if (code === 'photos-full') this.refused.set(sentence);
        if (away || signedOut) break;
        this.refused.set(`A photo was not taken: ${sentence}`);
        await db.delete('waiting', hash);
      }
    }
    this.count.set(await db.count('waiting'));
    this.sending = false;
    if (again) setTimeout(() => void this.send(), TRY_AGAIN_MS);
    // One that was taken while the others went.
    else if (this.count() > this.changed.size) void this.send();
  }
}

async function asJpeg(file: Blob): Promise<Blob | null> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_EDGE / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  );
  const paper = canvas.getContext('2d');
  if (!paper) return null;
  // What is transparent would turn black.
  paper.fillStyle = 'white';
  paper.fillRect(0, 0, canvas.width, canvas.height);
  paper.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
}

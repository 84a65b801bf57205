import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { mkdir, rm, statfs, writeFile } from 'node:fs/promises';
import path from 'node:path';
import {
  backupStanding,
  BackupStateSchema,
  NO_BACKUP,
  type BackupReply,
  type BackupState,
  type HealthReply,
  type ProbeReply,
  type Standing,
  type Unsent,
} from '@petrichor/api';
import type { Database } from '../store/database.js';
import { databaseBytes, schemaShape } from '../store/health.js';
import type { Feed } from './feed.js';
import type { PhotoStore } from './photos.js';

/** Below these a disk is told: a restore, a night's backup and a day of photos need some room. */
const DISK_WATCH_BYTES = 5e9;
const DISK_BAD_BYTES = 5e8;
/** An answer that takes longer is felt at the bench. */
const SLOW_MS = 250;
/** A screen that said nothing of what waits for so long is not told any more. */
const FORGOTTEN_MS = 7 * 24 * 3_600_000;
const MOST_SCREENS = 500;

export interface HealthParts {
  readonly database: Database;
  readonly feed: Feed;
  readonly photos: PhotoStore;
  readonly photoFolder: string | null;
  readonly hasSealKey: boolean;
  /** File in which whoever makes the backups says how they stand; null: nobody does. */
  readonly backupState: string | null;
  readonly build: string | null;
  readonly now: () => Date;
}

interface Screen extends Unsent {
  readonly workshopId: string;
  readonly name: string;
  readonly device: string;
  readonly toldAt: string;
}

/** Whether everything that Petrichor stands on stands. */
export class Health {
  private readonly since: Date;
  private readonly screens = new Map<string, Screen>();

  constructor(private readonly parts: HealthParts) {
    this.since = parts.now();
  }

  /** For whoever watches from outside: nothing about what is in it. */
  async probe(): Promise<ProbeReply> {
    const database = await this.parts.database.pool.query('select 1').then(
      () => true,
      () => false,
    );
    // Without the feed everything works, and screens hear of one another late.
    return { ok: database, database, feed: this.parts.feed.isListening };
  }

  backup(): BackupReply {
    const state = this.backupState();
    return {
      standing: backupStanding(state, this.parts.now()),
      madeAt: state.made?.at ?? null,
      checkedAt: state.checked?.at ?? null,
    };
  }

  /** What waits on a screen, as it says itself. */
  waitsOnScreen(
    sessionId: string,
    about: Pick<Screen, 'workshopId' | 'name' | 'device'>,
    unsent: Unsent,
  ): void {
    this.screens.delete(sessionId);
    if (unsent.waiting === 0 && unsent.aside === 0) return;
    this.screens.set(sessionId, { ...about, ...unsent, toldAt: this.parts.now().toISOString() });
    if (this.screens.size > MOST_SCREENS) this.screens.delete(sure(this.screens.keys().next().value));
  }

  async report(workshopId: string): Promise<HealthReply> {
    const { feed, hasSealKey, build, now } = this.parts;
    const state = this.backupState();
    const is = backupStanding(state, now());
    return {
      at: now().toISOString(),
      build,
      runningSince: this.since.toISOString(),
      database: await this.database(),
      feed: {
        standing: feed.isListening ? 'good' : 'watch',
        listening: feed.isListening,
        screens: feed.screens(workshopId),
      },
      disk: await this.disk(),
      photos: await this.photos(workshopId),
      sealedNotes: { standing: hasSealKey ? 'good' : 'watch' },
      backup: { standing: is === 'good' ? 'good' : is === 'unchecked' ? 'watch' : 'bad', is, state },
      unsent: this.unsent(workshopId),
    };
  }

  private async database(): Promise<HealthReply['database']> {
    const began = performance.now();
    try {
      const shape = await schemaShape(this.parts.database.pool);
      const answerMs = Math.round((performance.now() - began) * 10) / 10;
      return {
        standing: answerMs > SLOW_MS ? 'watch' : 'good',
        answerMs,
        bytes: await databaseBytes(this.parts.database.pool),
        shape,
      };
    } catch {
      return { standing: 'bad', answerMs: null, bytes: null, shape: null };
    }
  }

  private async disk(): Promise<HealthReply['disk']> {
    try {
      const { bavail, blocks, bsize } = await statfs(
        this.parts.photoFolder ? existing(this.parts.photoFolder) : '.',
      );
      const freeBytes = bavail * bsize;
      const standing: Standing =
        freeBytes < DISK_BAD_BYTES ? 'bad' : freeBytes < DISK_WATCH_BYTES ? 'watch' : 'good';
      return { standing, freeBytes, totalBytes: blocks * bsize };
    } catch {
      return { standing: 'watch', freeBytes: null, totalBytes: null };
    }
  }

  /** Whether a photo could be laid down now. */
  private async photos(workshopId: string): Promise<HealthReply['photos']> {
    const { photoFolder, photos } = this.parts;
    if (photoFolder === null) return { standing: 'watch', kept: false, bytes: null, quotaBytes: null };
    try {
      const probe = path.join(photoFolder, `.probe-${randomUUID()}`);
      await mkdir(photoFolder, { recursive: true });
      await writeFile(probe, '');
      await rm(probe);
      const { bytes, quotaBytes, standing } = await photos.room(workshopId);
      return { standing, kept: true, bytes, quotaBytes };
    } catch {
      return { standing: 'bad', kept: false, bytes: null, quotaBytes: null };
    }
  }

  private unsent(workshopId: string): HealthReply['unsent'] {
    const from = this.parts.now().getTime() - FORGOTTEN_MS;
    return [...this.screens.values()]
      .filter((one) => one.workshopId === workshopId && new Date(one.toldAt).getTime() > from)
      .map(({ workshopId: _, ...one }) => one)
      .sort((a, b) => (a.since ?? '').localeCompare(b.since ?? ''));
  }

  private backupState(): BackupState {
    const file = this.parts.backupState;
    if (file === null || !existsSync(file)) return NO_BACKUP;
    try {
      return BackupStateSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
    } catch {
      return NO_BACKUP;
    }
  }
}

/** The folder, or the nearest one above it that is there. */
const existing = (folder: string): string => (existsSync(folder) ? folder : existing(path.dirname(folder)));

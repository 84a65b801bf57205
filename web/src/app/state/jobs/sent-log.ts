import { Injectable } from '@angular/core';
import type { OpenJob } from '@petrichor/api';
import { openDB, type DBSchema } from 'idb';
import type { PendingCommand } from './jobs.actions';

/** Something that the server has said yes to. */
export type Sent = {
  readonly commandId: string;
  readonly jobId: string;
  readonly at: string;
  readonly by: PendingCommand['by'];
} & (
  | { readonly kind: 'command'; readonly pending: PendingCommand }
  | { readonly kind: 'take-in'; readonly body: OpenJob }
);

interface SentSchema extends DBSchema {
  sent: { key: number; value: Sent & { order?: number }; indexes: { byCommand: string } };
}

/** As long as a workshop takes to notice that it was restored from yesterday's backup, and a weekend. */
const KEPT_MS = 14 * 24 * 3_600_000;
const MOST = 3000;
/** Looked through for old ones once in so many: it is no hurry. */
const TIDIED_EVERY = 100;

/**
 * What this browser sent and the server took, for a while: a server that was restored may have less than its
 * screens did.
 */
@Injectable({ providedIn: 'root' })
export class SentLog {
  private opened: ReturnType<typeof open> | null = null;
  private added = 0;
  private readonly db = () => (this.opened ??= open());

  async add(sent: Sent): Promise<void> {
    const db = await this.db();
    if ((await db.getKeyFromIndex('sent', 'byCommand', sent.commandId)) === undefined)
      await db.add('sent', { ...sent });
    if (this.added++ % TIDIED_EVERY === 0) await this.tidy(Date.now());
  }

  /** In the order they were sent. */
  async all(): Promise<Sent[]> {
    const rows = await (await this.db()).getAll('sent');
    return rows.map(({ order: _, ...sent }) => sent);
  }

  /** Ids of the last ones, without reading the others: a reload asks for them. */
  async newest(count: number): Promise<string[]> {
    const ids: string[] = [];
    const { store } = (await this.db()).transaction('sent');
    for (let at = await store.openCursor(null, 'prev'); at && ids.length < count; at = await at.continue())
      ids.push(at.value.commandId);
    return ids;
  }

  async forget(commandIds: readonly string[]): Promise<void> {
    const db = await this.db();
    for (const id of commandIds) {
      const key = await db.getKeyFromIndex('sent', 'byCommand', id);
      if (key !== undefined) await db.delete('sent', key);
    }
  }

  private async tidy(now: number): Promise<void> {
    const { store, done } = (await this.db()).transaction('sent', 'readwrite');
    let tooMany = (await store.count()) - MOST;
    for (let at = await store.openCursor(); at; at = await at.continue()) {
      if (tooMany <= 0 && now - new Date(at.value.at).getTime() < KEPT_MS) break;
      await at.delete();
      tooMany--;
    }
    await done;
  }
}

const open = () =>
  openDB<SentSchema>('petrichor-sent', 1, {
    upgrade(db) {
      db.createObjectStore('sent', { keyPath: 'order', autoIncrement: true }).createIndex(
        'byCommand',
        'commandId',
        { unique: true },
      );
    },
  });

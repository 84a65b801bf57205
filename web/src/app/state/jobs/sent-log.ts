import { Injectable } from '@angular/core';
import type { OpenJob } from '@petrichor/api';
import { openDB, type DBSchema } from 'idb';
import type { PendingCommand } from './jobs.actions';

/** Something that the server has said yes to. */
export type Sent = { readonly commandId: string; readonly jobId: string; readonly at: string; readonly by: PendingCommand['by'] } & (
  { readonly kind: 'command'; readonly pending: PendingCommand } | { readonly kind: 'take-in'; readonly body: OpenJob }
);

interface SentSchema extends DBSchema {
  sent: { key: number; value: Sent & { order?: number }; indexes: { byCommand: string } };
}

/** As long as a workshop takes to notice that it was restored from yesterday's backup, and a weekend. */
const KEPT_MS = 14 * 24 * 3_600_000;
const MOST = 3000;

/** What this browser sent and the server took, for a while: a server that was restored may have less than its screens did. */
@Injectable({ providedIn: 'root' })
export class SentLog {
  private opened: ReturnType<typeof open> | null = null;
  private readonly db = () => (this.opened ??= open());

  async add(sent: Sent): Promise<void> {
    const db = await this.db();
    if ((await db.getKeyFromIndex('sent', 'byCommand', sent.commandId)) === undefined) await db.add('sent', { ...sent });
  }

  /** In the order they were sent; what is too old is forgotten. */
  async all(now = Date.now()): Promise<Sent[]> {
    const db = await this.db();
    const rows = await db.getAll('sent');
    const kept = rows.filter((one, at) => now - new Date(one.at).getTime() < KEPT_MS && rows.length - at <= MOST);
    for (const one of rows) if (!kept.includes(one)) await db.delete('sent', one.order!);
    return kept.map(({ order: _, ...sent }) => sent);
  }

  async forget(commandIds: readonly string[]): Promise<void> {
    const db = await this.db();
    for (const id of commandIds) {
      const key = await db.getKeyFromIndex('sent', 'byCommand', id);
      if (key !== undefined) await db.delete('sent', key);
    }
  }
}

const open = () =>
  openDB<SentSchema>('petrichor-sent', 1, {
    upgrade(db) {
      db.createObjectStore('sent', { keyPath: 'order', autoIncrement: true }).createIndex('byCommand', 'commandId', { unique: true });
    },
  });

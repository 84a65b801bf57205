import { Injectable } from '@angular/core';
import { openDB, type DBSchema } from 'idb';
import type { PendingCommand } from './jobs.actions';

/**
 * A command that the server cannot take, while it takes others: out of the way of what waits behind it, and
 * not thrown away.
 */
export interface SetAside extends PendingCommand {
  /** What the server said of it last. */
  readonly sentence: string;
}

interface OutboxSchema extends DBSchema {
  commands: { key: number; value: PendingCommand & { order?: number }; indexes: { byCommand: string } };
}
interface AsideSchema extends DBSchema {
  commands: { key: string; value: SetAside };
}

/**
 * Commands on their way to the server, kept in the browser so that neither a reload nor a dead network loses
 * one.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly db = once(() =>
    openDB<OutboxSchema>('petrichor', 1, {
      upgrade(db) {
        db.createObjectStore('commands', { keyPath: 'order', autoIncrement: true }).createIndex(
          'byCommand',
          'commandId',
          { unique: true },
        );
      },
    }),
  );
  /**
   * A database of its own: a higher version of the other one would wait until every tab of an older page is
   * closed.
   */
  private readonly asideDb = once(() =>
    openDB<AsideSchema>('petrichor-aside', 1, {
      upgrade(db) {
        db.createObjectStore('commands', { keyPath: 'commandId' });
      },
    }),
  );

  async add(pending: PendingCommand): Promise<void> {
    await (await this.db()).add('commands', { ...pending });
  }

  /** In the order they were given. */
  async all(): Promise<PendingCommand[]> {
    const rows = await (await this.db()).getAll('commands');
    return rows.map(({ order: _, ...pending }) => pending);
  }

  async remove(commandId: string): Promise<void> {
    const db = await this.db();
    const key = await db.getKeyFromIndex('commands', 'byCommand', commandId);
    if (key !== undefined) await db.delete('commands', key);
  }

  /** First there, then no longer here: whatever is torn off in between, it lies in one of the two. */
  async setAside(one: SetAside): Promise<void> {
    await (await this.asideDb()).put('commands', one);
    await this.remove(one.commandId);
  }

  async allAside(): Promise<SetAside[]> {
    return (await this.asideDb()).getAll('commands');
  }

  async dropAside(commandId: string): Promise<void> {
    await (await this.asideDb()).delete('commands', commandId);
  }
}

/** Opened when it is first asked for; a browser that has none fails whoever asks, and nothing before. */
function once<T>(open: () => Promise<T>): () => Promise<T> {
  let opened: Promise<T> | null = null;
  return async () => (opened ??= open());
}

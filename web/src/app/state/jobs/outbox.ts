import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { PendingCommand } from './jobs.actions';

interface OutboxSchema extends DBSchema {
  commands: { key: number; value: PendingCommand & { order?: number }; indexes: { byCommand: string } };
}

/** Commands on their way to the server, kept in the browser so that neither a reload nor a dead network loses one. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly db: Promise<IDBPDatabase<OutboxSchema>> = openDB<OutboxSchema>('petrichor', 1, {
    upgrade(db) {
      db.createObjectStore('commands', { keyPath: 'order', autoIncrement: true }).createIndex('byCommand', 'commandId', { unique: true });
    },
  });

  async add(pending: PendingCommand): Promise<void> {
    await (await this.db).add('commands', { ...pending });
  }

  /** In the order they were given. */
  async all(): Promise<PendingCommand[]> {
    const rows = await (await this.db).getAll('commands');
    return rows.map(({ order: _, ...pending }) => pending);
  }

  async remove(commandId: string): Promise<void> {
    const db = await this.db;
    const key = await db.getKeyFromIndex('commands', 'byCommand', commandId);
    if (key !== undefined) await db.delete('commands', key);
  }
}

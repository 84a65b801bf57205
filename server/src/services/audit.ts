import type { AuditEntry, AuditReply } from '@petrichor/api';
import { auditBefore, insertAudit } from '../store/audit.js';
import type { Database } from '../store/database.js';

const PAGE = 100;
/** The same refusal of the same person comes this often at the most: a screen that asks again and again says nothing new. */
const SAME_MS = 10_000;
const MOST_REMEMBERED = 1000;

/** Who came in, was refused, took something out, or changed who may. */
export class Audit {
  private readonly refusedAt = new Map<string, number>();

  constructor(private readonly database: Database) {}

  async write(workshopId: string, entry: Omit<AuditEntry, 'id'>): Promise<void> {
    if (entry.kind === 'refused' && this.isSame(`${workshopId} ${entry.byId} ${JSON.stringify(entry.about)}`, entry.at)) return;
    await this.database.inWorkshop(workshopId, (tx) => insertAudit(tx, entry));
  }

  async page(workshopId: string, before: number | undefined): Promise<AuditReply> {
    const found = await this.database.inWorkshop(workshopId, (tx) => auditBefore(tx, before ?? Number.MAX_SAFE_INTEGER, PAGE + 1));
    const entries = found.slice(0, PAGE);
    return { entries, next: found.length > PAGE ? entries.at(-1)!.id : null };
  }

  private isSame(what: string, at: string): boolean {
    const now = new Date(at).getTime();
    const before = this.refusedAt.get(what);
    if (before !== undefined && now - before < SAME_MS) return true;
    this.refusedAt.delete(what);
    this.refusedAt.set(what, now);
    if (this.refusedAt.size > MOST_REMEMBERED) this.refusedAt.delete(this.refusedAt.keys().next().value!);
    return false;
  }
}

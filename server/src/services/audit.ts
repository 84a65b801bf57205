import { sure } from '@petrichor/core/units';
import type { AuditEntry, AuditReply } from '@petrichor/api';
import { auditBefore, insertAudit } from '../store/audit.js';
import type { Database } from '../store/database.js';

const PAGE = 100;
/** The same refusal comes this often at the most: a screen that asks again and again says nothing new. */
const SAME_MS = 10_000;
/** Whoever tries names or doors at random is written down so often in that time; the log has the rest. */
const MOST_OF_AN_ADDRESS = 30;
const MOST_REMEMBERED = 1000;

/** Who came in, was refused, took something out, or changed who may. */
export class Audit {
  private readonly refusedAt = new Map<string, number[]>();

  constructor(private readonly database: Database) {}

  write(workshopId: string, entry: Omit<AuditEntry, 'id'>): Promise<unknown> {
    return this.database.inWorkshop(workshopId, (tx) => insertAudit(tx, entry));
  }

  /** Whether a refusal is written down: asked before anything is looked up, so that refusing stays cheap. */
  takesRefusal(address: string, what: string, now: number): boolean {
    return this.isBelow(`${address} ${what}`, 1, now) && this.isBelow(address, MOST_OF_AN_ADDRESS, now);
  }

  async page(workshopId: string, before: number | undefined): Promise<AuditReply> {
    const found = await this.database.inWorkshop(workshopId, (tx) =>
      auditBefore(tx, before ?? Number.MAX_SAFE_INTEGER, PAGE + 1),
    );
    const entries = found.slice(0, PAGE);
    return { entries, next: found.length > PAGE ? sure(entries.at(-1)).id : null };
  }

  private isBelow(what: string, most: number, now: number): boolean {
    const recent = (this.refusedAt.get(what) ?? []).filter((at) => now - at < SAME_MS);
    if (recent.length >= most) return false;
    this.refusedAt.delete(what);
    this.refusedAt.set(what, [...recent, now]);
    if (this.refusedAt.size > MOST_REMEMBERED)
      this.refusedAt.delete(sure(this.refusedAt.keys().next().value));
    return true;
  }
}

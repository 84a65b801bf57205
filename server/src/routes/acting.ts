import type { Role } from '@petrichor/core/job';
import type { Request } from 'express';
import { requireAccount } from '../http/session.js';
import type { Acting } from '../services/acting.js';
import type { Database } from '../store/database.js';

/** Who acts, for which workshop, and when; with `roles`, only who holds one of them. The routes' clock comes in here. */
export async function actingIn(database: Database, request: Request, now: () => Date, ...roles: Role[]): Promise<Acting> {
  const { workshopId, id, name, roles: held } = await requireAccount(database, request, ...roles);
  return { workshopId, by: { id, name }, roles: held, at: now() };
}

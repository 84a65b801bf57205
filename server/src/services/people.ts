import type { ChangePerson, OwnPassword, Person, SignedIn } from '@petrichor/api';
import { createHash } from 'node:crypto';
import { Refused } from '../refused.js';
import {
  accountById,
  lockPeople,
  putPassword,
  putPerson,
  removePerson,
  type AccountRow,
} from '../store/accounts.js';
import type { Database } from '../store/database.js';
import { endSessions, sessionsOf, type KeptSession } from '../store/sessions.js';
import { hashOf, isPassword } from './accounts.js';

const NOBODY = new Refused(
  404,
  'no-person',
  'There is nobody of that name in this workshop any more. Load the page again.',
);
const LAST_LEAD = new Refused(
  409,
  'last-lead',
  'That is the last lead who can sign in: without one nobody could put it right again. Make somebody else a lead first.',
);

/**
 * What a lead does with the people of their workshop. Whoever is locked or gone is signed out everywhere at
 * once.
 */
export async function changePerson(
  database: Database,
  workshopId: string,
  id: string,
  change: ChangePerson,
  at: Date,
): Promise<void> {
  await database.inWorkshop(workshopId, async (tx) => {
    const people = await lockPeople(tx);
    const now = people.find((one) => one.id === id);
    if (!now) throw NOBODY;
    const { name = now.name, roles = now.roles, locked = now.locked } = change;
    const next: Person = { ...now, name, roles: [...new Set(roles)], locked };
    keepALead(people.map((one) => (one.id === id ? next : one)));
    await putPerson(tx, next, at);
  });
  if (change.locked === true) await signOutEverywhere(database, id, at);
}

export async function remove(database: Database, workshopId: string, id: string, at: Date): Promise<void> {
  await database.inWorkshop(workshopId, async (tx) => {
    const people = await lockPeople(tx);
    if (!people.some((one) => one.id === id)) throw NOBODY;
    keepALead(people.filter((one) => one.id !== id));
    await removePerson(tx, id, at);
  });
  await signOutEverywhere(database, id, at);
}

/**
 * A new password, given by a lead or at the machine itself; whoever is signed in with the old one is signed
 * out.
 */
export async function resetPassword(
  database: Database,
  workshopId: string,
  id: string,
  password: string,
  at: Date,
): Promise<void> {
  const passwordHash = await hashOf(password);
  if (!(await database.inWorkshop(workshopId, (tx) => putPassword(tx, id, passwordHash)))) throw NOBODY;
  await signOutEverywhere(database, id, at);
}

/** One's own new password. One's other devices are signed out; this one stays. */
export async function changeOwnPassword(
  database: Database,
  { workshopId, id, passwordHash }: AccountRow,
  { old, password }: OwnPassword,
  here: string,
  at: Date,
): Promise<void> {
  if (!(await isPassword(passwordHash, old))) {
    const message = 'That is not your password of before. Type it again; capitals matter.';
    throw new Refused(403, 'wrong-password', message, [{ path: 'old', message }]);
  }
  const next = await hashOf(password);
  await database.inWorkshop(workshopId, (tx) => putPassword(tx, id, next));
  const others = (await sessionsOf(database.pool, id, at)).filter(({ sid }) => sid !== here);
  await endSessions(
    database.pool,
    others.map(({ sid }) => sid),
  );
}

/** @param here the session of whoever asks */
export async function whereSignedIn(
  database: Database,
  workshopId: string,
  id: string,
  here: string,
  at: Date,
): Promise<SignedIn[]> {
  await needPerson(database, workshopId, id);
  return (await sessionsOf(database.pool, id, at)).map((one) => signedInOf(one, here));
}

/** Ends one session of a person, named as `whereSignedIn` names it. One that is over already is no fault. */
export async function signOutOf(
  database: Database,
  workshopId: string,
  id: string,
  sessionId: string,
  at: Date,
): Promise<void> {
  await needPerson(database, workshopId, id);
  const ended = (await sessionsOf(database.pool, id, at)).filter(({ sid }) => nameOf(sid) === sessionId);
  await endSessions(
    database.pool,
    ended.map(({ sid }) => sid),
  );
}

async function signOutEverywhere(database: Database, id: string, at: Date): Promise<void> {
  const all = await sessionsOf(database.pool, id, at);
  await endSessions(
    database.pool,
    all.map(({ sid }) => sid),
  );
}

async function needPerson(database: Database, workshopId: string, id: string): Promise<void> {
  const account = await accountById(database.pool, id);
  if (account?.workshopId !== workshopId) throw NOBODY;
}

function keepALead(people: readonly Person[]): void {
  if (!people.some((one) => one.roles.includes('lead') && !one.locked)) throw LAST_LEAD;
}

const signedInOf = ({ sid, since, device, address }: KeptSession, here: string): SignedIn => ({
  id: nameOf(sid),
  since: since ?? new Date(0).toISOString(),
  device: device ?? '',
  address: address ?? '',
  here: sid === here,
});

/** Names a session without being it: what opens the door is shown to nobody. */
const nameOf = (sid: string): string => createHash('sha256').update(sid).digest('hex');

import type { AuditEntry, AuditKind } from '@petrichor/api';

const DEEDS: Readonly<Record<AuditKind, string>> = {
  'signed-in': 'signed in',
  'sign-in-refused': 'was not let in',
  'signed-out': 'signed out',
  'session-ended': 'signed a device out',
  'password-changed': 'changed their password',
  'password-reset': 'gave somebody a new password',
  'person-added': 'added somebody',
  'person-changed': 'changed somebody',
  'person-removed': 'removed somebody',
  exported: 'took something out',
  'brought-in': 'brought a job in',
  'sealed-looked': 'read a sealed note',
  'sealed-destroyed': 'destroyed a sealed note',
  'settings-changed': 'changed a setting',
  refused: 'was refused',
};

/** Names that the trail only has as ids. */
export interface Known {
  readonly person: (id: string) => string | undefined;
  readonly job: (id: string) => number | undefined;
}

/** An entry as a sentence's two halves: who did what, and what about it. */
export function sayAudit({ kind, byName, about }: AuditEntry, known: Known): { deed: string; more: string } {
  const tried = text(about['signInName']);
  const who = byName || (kind === 'sign-in-refused' ? `‘${tried}’` : 'Somebody who is not signed in');
  return {
    deed: `${who} ${DEEDS[kind]}`,
    more: more(kind, about, known)
      .filter((one) => one)
      .join(', '),
  };
}

function more(kind: AuditKind, about: AuditEntry['about'], known: Known): string[] {
  const personId = text(about['accountId']);
  const jobId = text(about['jobId']);
  const number = jobId ? known.job(jobId) : undefined;
  const roles = Array.isArray(about['roles']) ? about['roles'].map(String).join(' and ') : '';
  const locked = about['locked'] === true ? 'locked' : about['locked'] === false ? 'unlocked' : '';
  return [
    personId ? (known.person(personId) ?? personId) : '',
    kind === 'person-added' || kind === 'person-changed' ? text(about['name']) : '',
    kind === 'person-added' ? text(about['signInName']) : '',
    roles,
    locked,
    jobId ? (number === undefined ? `job ${jobId}` : `job ${number}`) : '',
    text(about['what']),
    text(about['code']),
  ];
}

const text = (value: unknown): string => (typeof value === 'string' ? value : '');

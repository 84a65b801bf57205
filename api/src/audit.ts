import * as z from 'zod';

/** What is written down beside the record of jobs. */
export const AUDIT_KINDS = [
  'signed-in',
  'sign-in-refused',
  'signed-out',
  'session-ended',
  'password-changed',
  'password-reset',
  'person-added',
  'person-changed',
  'person-removed',
  'exported',
  'brought-in',
  'sealed-looked',
  'sealed-destroyed',
  'settings-changed',
  'refused',
] as const;
export type AuditKind = (typeof AUDIT_KINDS)[number];

export const AuditEntrySchema = z.strictObject({
  /** Counts up; not without gaps. */
  id: z.number().int(),
  at: z.iso.datetime(),
  kind: z.enum(AUDIT_KINDS),
  /** Null: nobody was signed in. */
  byId: z.uuid().nullable(),
  byName: z.string(),
  /** Names of fields, and what they said; never a secret. */
  about: z.record(z.string(), z.unknown()),
  address: z.string(),
  /** As the server's log names the request. */
  requestId: z.string(),
});
export type AuditEntry = z.infer<typeof AuditEntrySchema>;

export const AuditQuerySchema = z.object({
  before: z.coerce.number<number>().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
});
export const AuditReplySchema = z.strictObject({
  /** The last one first. */
  entries: z.array(AuditEntrySchema),
  /** Ask with it for older ones; null: there are none. */
  next: z.number().int().nullable(),
});
export type AuditReply = z.infer<typeof AuditReplySchema>;

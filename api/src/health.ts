import * as z from 'zod';
import { AuditQuerySchema, AuditReplySchema } from './audit.js';
import { route } from './route.js';

/** What is known of backups: written by the starter, told by the server. */
export const BackupStateSchema = z.strictObject({
  /** Where the nightly one goes; null: none is set up. */
  folder: z.string().nullable(),
  /** When, as HH:MM of the machine's clock. */
  nightlyAt: z.string().nullable(),
  /** The last one that was made. */
  made: z.strictObject({ at: z.iso.datetime(), seconds: z.number(), bytes: z.number().int() }).nullable(),
  /** The last one that was restored on trial, replayed and compared. */
  checked: z
    .strictObject({
      at: z.iso.datetime(),
      good: z.boolean(),
      faults: z.array(z.string()),
      seconds: z.number(),
    })
    .nullable(),
  /** The last one that could not be made, since the last that was. */
  failed: z.strictObject({ at: z.iso.datetime(), sentence: z.string() }).nullable(),
  /** Up to when changes since are kept, too; null: not kept. */
  logAt: z.iso.datetime().nullable(),
});
export type BackupState = z.infer<typeof BackupStateSchema>;

export const NO_BACKUP: BackupState = {
  folder: null,
  nightlyAt: null,
  made: null,
  checked: null,
  failed: null,
  logAt: null,
};

/**
 * `good`: made and checked; `unchecked`: made, nobody tried it; `old`: longer ago than a night and a morning.
 */
export type BackupStanding = 'none' | 'good' | 'unchecked' | 'old' | 'failing' | 'broken';

/** A night, and time to notice. */
const OLD_MS = 36 * 3_600_000;

export function backupStanding(state: BackupState, now: Date): BackupStanding {
  const { made, checked, failed, folder } = state;
  if (failed) return 'failing';
  if (!made) return folder === null ? 'none' : 'old';
  if (now.getTime() - new Date(made.at).getTime() > OLD_MS) return 'old';
  if (!checked || new Date(checked.at) < new Date(made.at)) return 'unchecked';
  return checked.good ? 'good' : 'broken';
}

/** What everybody may know of the backup. */
export const BackupReplySchema = z.strictObject({
  standing: z.enum(['none', 'good', 'unchecked', 'old', 'failing', 'broken']),
  madeAt: z.iso.datetime().nullable(),
  checkedAt: z.iso.datetime().nullable(),
});
export type BackupReply = z.infer<typeof BackupReplySchema>;

/** `watch`: it works, and somebody has to look at it soon. */
export const StandingSchema = z.enum(['good', 'watch', 'bad']);
export type Standing = z.infer<typeof StandingSchema>;

/** What waits on a screen, as it says itself. */
export const UnsentSchema = z.strictObject({
  waiting: z.number().int().min(0).max(1_000_000),
  aside: z.number().int().min(0).max(1_000_000),
  /** When the oldest of them was done. */
  since: z.iso.datetime().nullable(),
});
export type Unsent = z.infer<typeof UnsentSchema>;

/** Everything that Petrichor stands on, for leads. */
export const HealthReplySchema = z.strictObject({
  at: z.iso.datetime(),
  /** Which build of the page this server gives out; null: none. */
  build: z.string().nullable(),
  runningSince: z.iso.datetime(),
  database: z.strictObject({
    standing: StandingSchema,
    answerMs: z.number().nullable(),
    bytes: z.number().nullable(),
    shape: z.number().nullable(),
  }),
  /** Whether news of one screen reach the others at once. */
  feed: z.strictObject({ standing: StandingSchema, listening: z.boolean(), screens: z.number().int() }),
  disk: z.strictObject({
    standing: StandingSchema,
    freeBytes: z.number().nullable(),
    totalBytes: z.number().nullable(),
  }),
  photos: z.strictObject({
    standing: StandingSchema,
    kept: z.boolean(),
    bytes: z.number().nullable(),
    quotaBytes: z.number().nullable(),
  }),
  sealedNotes: z.strictObject({ standing: StandingSchema }),
  backup: z.strictObject({
    standing: StandingSchema,
    is: BackupReplySchema.shape.standing,
    state: BackupStateSchema,
  }),
  /** Screens on which something waits, the oldest first. */
  unsent: z.array(
    z.strictObject({ name: z.string(), device: z.string(), toldAt: z.iso.datetime(), ...UnsentSchema.shape }),
  ),
});
export type HealthReply = z.infer<typeof HealthReplySchema>;

/** For a probe without a session: whether requests can be answered, and nothing about what is in it. */
export const ProbeReplySchema = z.strictObject({ ok: z.boolean(), database: z.boolean(), feed: z.boolean() });
export type ProbeReply = z.infer<typeof ProbeReplySchema>;

/** For a probe: asked before anything that needs a session. */
export const probeRoutes = {
  probe: route('GET', '/health', {
    say: 'Whether requests can be answered, for a probe',
    by: 'anyone',
    reply: ProbeReplySchema,
  }),
};

export const healthRoutes = {
  health: route('GET', '/health/whole', {
    say: 'Everything that Petrichor stands on',
    by: ['lead'],
    reply: HealthReplySchema,
  }),
  backup: route('GET', '/backup', {
    say: 'When the last backup was made and checked',
    by: 'signed-in',
    reply: BackupReplySchema,
  }),
  tellUnsent: route('POST', '/unsent', {
    say: 'What waits on this screen',
    by: 'signed-in',
    body: UnsentSchema,
  }),
  audit: route('GET', '/audit', {
    say: 'Who came in, was refused, took something out',
    by: ['lead'],
    query: AuditQuerySchema,
    reply: AuditReplySchema,
  }),
};

import { RoleSchema } from '@petrichor/core/job';
import { oneLine } from '@petrichor/core/units';
import * as z from 'zod';
import { route } from './route.js';

export const AccountSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  signInName: z.string(),
  roles: z.array(RoleSchema),
});
export type Account = z.infer<typeof AccountSchema>;

/** Who is signed in here; `firstAccountNeeded` on an installation that has nobody yet. */
export const SessionReplySchema = z.strictObject({
  firstAccountNeeded: z.boolean(),
  signedIn: z
    .strictObject({ account: AccountSchema, workshop: z.strictObject({ id: z.string(), name: z.string() }) })
    .nullable(),
});
export type SessionReply = z.infer<typeof SessionReplySchema>;

const signInName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9._-]{2,40}$/, 'A sign-in name has 2 to 40 letters, digits, dots or dashes.');
const newPassword = z.string().min(10, 'Choose a password of at least 10 characters.').max(200);
const personName = oneLine().min(1, 'Say the name.').max(80);

export const SignInSchema = z.strictObject({
  signInName: z.string().trim().toLowerCase().min(1, 'Type your sign-in name.').max(40),
  password: z.string().min(1, 'Type your password.').max(200),
});
export type SignIn = z.infer<typeof SignInSchema>;

/** The first account of an empty installation makes its workshop and holds every role. */
export const FirstAccountSchema = z.strictObject({
  workshopName: oneLine().min(1, 'Say what the workshop is called.').max(80),
  name: personName,
  signInName,
  password: newPassword,
});
export type FirstAccount = z.infer<typeof FirstAccountSchema>;

export const NewAccountSchema = z.strictObject({
  name: personName,
  signInName,
  password: newPassword,
  roles: z.array(RoleSchema).min(1, 'Choose at least one role.'),
});
export type NewAccount = z.infer<typeof NewAccountSchema>;

/** A person of the workshop. `locked`: may not sign in. */
export const PersonSchema = AccountSchema.extend({ locked: z.boolean() });
export type Person = z.infer<typeof PersonSchema>;
export const AccountsReplySchema = z.strictObject({ accounts: z.array(PersonSchema) });
export type AccountsReply = z.infer<typeof AccountsReplySchema>;

export const AccountIdSchema = z.uuid('That is nobody of this workshop. Load the page again.');
/** What a lead changes of a person. What is left out stays. */
export const ChangePersonSchema = z.strictObject({
  name: personName.optional(),
  roles: z.array(RoleSchema).min(1, 'Choose at least one role.').optional(),
  locked: z.boolean().optional(),
});
export type ChangePerson = z.infer<typeof ChangePersonSchema>;

/** A lead gives somebody a new password. */
export const ResetPasswordSchema = z.strictObject({ password: newPassword });
/** Somebody changes their own. */
export const OwnPasswordSchema = z.strictObject({
  old: z.string().min(1, 'Type your password of before.').max(200),
  password: newPassword,
});
export type OwnPassword = z.infer<typeof OwnPasswordSchema>;

/** A device on which somebody is signed in. */
export const SignedInSchema = z.strictObject({
  /** Names the session without opening it. */
  id: z.string(),
  since: z.iso.datetime(),
  /** What the browser said of itself, and where it asked from. */
  device: z.string(),
  address: z.string(),
  /** This very one. */
  here: z.boolean(),
});
export type SignedIn = z.infer<typeof SignedInSchema>;
export const SessionsReplySchema = z.strictObject({ sessions: z.array(SignedInSchema) });
export type SessionsReply = z.infer<typeof SessionsReplySchema>;
export const SessionIdSchema = z
  .string()
  .regex(/^[0-9a-f]{64}$/, 'There is no such session. Load the page again.');

const person = { accountId: AccountIdSchema };

/** The door, and the people of the workshop. */
export const sessionRoutes = {
  session: route('GET', '/session', { say: 'Who is signed in', by: 'anyone', reply: SessionReplySchema }),
  signIn: route('POST', '/session', {
    say: 'Sign in',
    by: 'anyone',
    body: SignInSchema,
    reply: SessionReplySchema,
  }),
  signOut: route('DELETE', '/session', { say: 'Sign out', by: 'anyone' }),
  firstAccount: route('POST', '/first-account', {
    say: 'First account of an empty installation',
    by: 'anyone',
    body: FirstAccountSchema,
    reply: SessionReplySchema,
    status: 201,
  }),
  ownPassword: route('POST', '/session/password', {
    say: 'Change one’s own password; one’s other sessions end',
    by: 'signed-in',
    body: OwnPasswordSchema,
  }),
};

export const peopleRoutes = {
  accounts: route('GET', '/accounts', {
    say: 'People of the workshop',
    by: 'signed-in',
    reply: AccountsReplySchema,
  }),
  addAccount: route('POST', '/accounts', {
    say: 'Add a person',
    by: ['lead'],
    body: NewAccountSchema,
    reply: AccountsReplySchema,
    status: 201,
  }),
  changePerson: route('POST', '/accounts/:accountId', {
    say: 'Change a person’s name or roles, lock or unlock them',
    by: ['lead'],
    params: person,
    body: ChangePersonSchema,
    reply: AccountsReplySchema,
  }),
  removePerson: route('DELETE', '/accounts/:accountId', {
    say: 'Remove a person; what they did keeps their name',
    by: ['lead'],
    params: person,
    reply: AccountsReplySchema,
  }),
  resetPassword: route('POST', '/accounts/:accountId/password', {
    say: 'Give a person a new password, and end their sessions',
    by: ['lead'],
    params: person,
    body: ResetPasswordSchema,
  }),
  sessionsOf: route('GET', '/accounts/:accountId/sessions', {
    say: 'Where a person is signed in',
    by: { oneself: 'accountId', or: ['lead'] },
    params: person,
    reply: SessionsReplySchema,
  }),
  endSession: route('DELETE', '/accounts/:accountId/sessions/:sessionId', {
    say: 'Sign a person out on one device',
    by: { oneself: 'accountId', or: ['lead'] },
    params: { ...person, sessionId: SessionIdSchema },
    reply: SessionsReplySchema,
  }),
};

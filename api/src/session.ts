import { RoleSchema } from '@petrichor/core';
import * as z from 'zod';

export const AccountSchema = z.strictObject({ id: z.string(), name: z.string(), signInName: z.string(), roles: z.array(RoleSchema) });
export type Account = z.infer<typeof AccountSchema>;

/** Who is signed in here; `firstAccountNeeded` on an installation that has nobody yet. */
export const SessionReplySchema = z.strictObject({
  firstAccountNeeded: z.boolean(),
  signedIn: z.strictObject({ account: AccountSchema, workshop: z.strictObject({ id: z.string(), name: z.string() }) }).nullable(),
});
export type SessionReply = z.infer<typeof SessionReplySchema>;

const signInName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9._-]{2,40}$/, 'A sign-in name has 2 to 40 letters, digits, dots or dashes.');
const newPassword = z.string().min(10, 'Choose a password of at least 10 characters.').max(200);
const personName = z.string().trim().min(1, 'Say the name.').max(80);

export const SignInSchema = z.strictObject({
  signInName: z.string().trim().toLowerCase().min(1, 'Type your sign-in name.').max(40),
  password: z.string().min(1, 'Type your password.').max(200),
});
export type SignIn = z.infer<typeof SignInSchema>;

/** The first account of an empty installation makes its workshop and holds every role. */
export const FirstAccountSchema = z.strictObject({
  workshopName: z.string().trim().min(1, 'Say what the workshop is called.').max(80),
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

export const AccountsReplySchema = z.strictObject({ accounts: z.array(AccountSchema) });

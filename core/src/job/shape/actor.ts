import * as z from 'zod';

export const RoleSchema = z.enum(['technician', 'desk', 'lead']);
export type Role = z.infer<typeof RoleSchema>;

/** Hands on the machine. */
export const HANDS: readonly Role[] = ['technician', 'lead'];
/** The counter, too. */
export const ANYONE: readonly Role[] = ['technician', 'desk', 'lead'];
export const LEAD: readonly Role[] = ['lead'];

const SAY_ROLE: Record<Role, string> = {
  technician: 'a technician',
  desk: 'the front desk',
  lead: 'the lead',
};
export const sayRoles = (roles: readonly Role[]): string => roles.map((role) => SAY_ROLE[role]).join(' or ');

/** Who did something: kept in every event, so that the record names people even after an account is gone. */
export const ActorSchema = z.strictObject({ id: z.string(), name: z.string() });
export type Actor = z.infer<typeof ActorSchema>;

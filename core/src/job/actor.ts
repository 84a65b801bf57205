import * as z from 'zod';

export const RoleSchema = z.enum(['technician', 'desk', 'lead']);
export type Role = z.infer<typeof RoleSchema>;

/** Who did something: kept in every event, so that the record names people even after an account is gone. */
export const ActorSchema = z.strictObject({ id: z.string(), name: z.string() });
export type Actor = z.infer<typeof ActorSchema>;

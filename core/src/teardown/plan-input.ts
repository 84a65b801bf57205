import * as z from 'zod';

/**
 * What the planner needs to know of one operation. `side` null: any side. `tool` null: by hand; the tool
 * stays in hand.
 */
const PlanOperationSchema = z.object({
  id: z.string(),
  side: z.string().nullable(),
  tool: z.string().nullable(),
  minutes: z.number().min(0),
  /** Alternatives: one whole inner list must be done before. Empty: free. */
  after: z.array(z.array(z.string())),
});
export type PlanOperation = z.infer<typeof PlanOperationSchema>;

export const PlanInputSchema = z.object({
  start: z.object({ side: z.string().nullable(), tool: z.string().nullable() }),
  costs: z.object({ turnMinutes: z.number().min(0), toolChangeMinutes: z.number().min(0) }),
  operations: z.array(PlanOperationSchema),
  reach: z.array(z.string()),
});
export type PlanInput = z.infer<typeof PlanInputSchema>;

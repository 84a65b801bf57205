import * as z from 'zod';

/**
 * Every refusal of the server: RFC 9457 problem details, with a sentence for the person and a code for the
 * screen.
 */
export const ProblemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  /** What is wrong and what to do. */
  detail: z.string(),
  code: z.string(),
  /** As the server's log names the request. */
  requestId: z.string().optional(),
  /** Which fields are wrong, by path, each with its own sentence. */
  fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof ProblemSchema>;
export const PROBLEM_TYPE = 'application/problem+json';

import { z } from 'zod';

/** An error as `application/problem+json` (RFC 9457). */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  /** Stable; what a program may look at. */
  code: z.string(),
  /** A sentence: what is wrong and what would be right. */
  detail: z.string(),
  /** The fields concerned, each with its sentence. */
  errors: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
  /** With 409: what the other person saved. */
  current: z.unknown().optional(),
});
export type Problem = z.infer<typeof problem>;

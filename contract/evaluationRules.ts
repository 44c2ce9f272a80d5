import { z } from 'zod';
import { instant, percent } from './basics';
import { part } from './parts';

/** How a forum becomes a score, as it is saved. */
export const evaluationRules = z.strictObject({
  maximum: z.int().min(0).max(100_000, 'at most 1,000 points'),
  parts: z.array(part).max(20),
  lateness: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('perDay'), percent, atMost: percent }),
    z.strictObject({ kind: z.literal('noCredit') }),
  ]),
  gate: z.enum(['none', 'replies', 'whole']),
  aboveMaximum: z.boolean(),
  /** Whether evaluators see names only once a score is given; absent: as each of them likes. */
  hideNames: z.boolean().optional(),
  /** Whether two evaluators read each student, neither knowing what the other has given; absent: one is enough. */
  secondReading: z.boolean().optional(),
  /** Whether students may ask for another look at a released score, and until when; absent: they may, at any time. */
  lookAgain: z.strictObject({ until: instant.nullable() }).nullable().optional(),
});

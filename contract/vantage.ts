import { z } from 'zod';
import { id, instant, personName } from './basics';
import { endpoint } from './endpoint';
import { VANTAGE_PATH } from './vantagePath';
import { phase, phaseReason, sealedScopes } from './coreValues';

const standing = z.object({
  phase,
  reason: phaseReason,
  sealed: sealedScopes,
});

/** Why each forum is what it is to one person at one moment, and when that changes next. */
export const vantageView = z.object({
  person: personName,
  at: instant,
  forums: z.array(
    standing.extend({
      id,
      title: z.string(),
      /** Titles of the forums that have to be done first. */
      unmet: z.array(z.string()),
      next: standing.extend({ at: instant }).nullable(),
    }),
  ),
});
export type VantageView = z.infer<typeof vantageView>;

/**
 * Every GET of a student's places also takes `as` and `at` in its query, from staff: the answer is then what that person
 * would get at that moment, and nothing is marked or kept on their behalf.
 */
export const getVantage = endpoint({
  method: 'get',
  path: VANTAGE_PATH,
  who: 'staff',
  summary: 'Why each forum is hidden, locked, sealed, open or closed for a person at a moment (staff)',
  params: z.strictObject({ course: id, person: id, at: z.coerce.number().pipe(instant) }),
  answer: vantageView,
});

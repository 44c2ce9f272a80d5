import { z } from 'zod';
import { LONGEST_CODE } from '../core/course/outcome';
import { id } from './basics';

/** What criteria name an outcome by. */
export const outcomeCode = z
  .string()
  .trim()
  .min(1, 'Give the outcome a code, such as R1.')
  .max(LONGEST_CODE, `A code has at most ${LONGEST_CODE} characters.`)
  .refine((code) => !code.includes(';'), 'A code has no semicolon in it.');

/** A learning outcome of a course. */
export const outcome = z.strictObject({
  id,
  code: outcomeCode,
  text: z.string().trim().min(1, 'Write what the outcome says.').max(400, 'At most 400 characters.'),
});

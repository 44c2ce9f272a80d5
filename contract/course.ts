import { z } from 'zod';
import { courseParams, id, instant, percent, personName } from './basics';
import { freeDay } from './courseSettings';
import { endpoint } from './endpoint';
import { outcome } from './outcomeList';

const titled = z.object({ id, title: z.string() });

/** A course as its frame needs it; names of students are for staff only. */
export const courseFrame = z.object({
  id,
  title: z.string(),
  code: z.string(),
  zone: z.string(),
  termStart: instant,
  termEnd: instant,
  role: z.enum(['instructor', 'assistant', 'student']),
  /** The person this answer is for. */
  you: personName,
  units: z.array(titled),
  sections: z.array(titled),
  categories: z.array(titled.extend({ weight: percent, zeroForMissing: z.boolean() })),
  staff: z.array(personName.extend({ role: z.string() })),
  /** Mondays of weeks without classes. */
  freeWeeks: z.array(z.string()),
  freeDays: z.array(freeDay),
  /** Whether it is kept how often students open each forum. */
  visits: z.boolean(),
  outcomes: z.array(outcome),
  /** Students ready for evaluation over all forums; 0 for a student. */
  ready: z.int(),
});
export type CourseFrame = z.infer<typeof courseFrame>;

export const getCourse = endpoint({
  method: 'get',
  path: '/api/courses/:course',
  who: 'member',
  summary: 'The course',
  params: courseParams,
  answer: courseFrame,
  staleOn: ['ready', 'scores'],
});

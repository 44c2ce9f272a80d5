import { z } from 'zod';
import { courseParams, done, forumParams, id, instant, personName, points } from './basics';
import { endpoint } from './endpoint';

/** A student's wish for another look at a released score, and what became of it. */
export const secondLook = z.object({
  id,
  askedAt: instant,
  reason: z.string(),
  state: z.enum(['asked', 'answered', 'changed']),
  answer: z.string().nullable(),
  answeredAt: instant.nullable(),
  answeredBy: z.string().nullable(),
});
export type SecondLook = z.infer<typeof secondLook>;

export const askForLook = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/looks',
  who: 'student',
  changes: ['looks'],
  summary: 'Ask for another look at one’s own released score (student)',
  params: forumParams,
  body: z.strictObject({
    id,
    reason: z
      .string()
      .trim()
      .min(1, 'Say what should be looked at again.')
      .max(4000, 'At most 4,000 characters.'),
  }),
  answer: done,
});

/** A wish for another look in the queue of the staff. */
export const queuedLook = secondLook.extend({
  student: personName,
  forum: z.object({ id, title: z.string() }),
  /** What is given now. */
  points: points.nullable(),
  maximum: points,
});
export type QueuedLook = z.infer<typeof queuedLook>;

export const listLooks = endpoint({
  method: 'get',
  path: '/api/courses/:course/looks',
  who: 'staff',
  staleAfter: ['looks', 'scores'],
  summary: 'Wishes for another look in all forums, those that wait first, each by who asked earlier (staff)',
  params: courseParams,
  answer: z.object({ looks: z.array(queuedLook) }),
});

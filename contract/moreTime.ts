import { z } from 'zod';
import { courseParams, done, forumParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';

const requestParams = z.strictObject({ course: id, request: id });

/** What a student asked for, in one forum, and what became of it. */
export const moreTimeRequest = z.object({
  id,
  forum: z.object({ id, title: z.string() }),
  student: personName,
  askedAt: instant,
  reason: z.string(),
  /** Until when they would like to have; null: they leave it to the staff. */
  until: instant.nullable(),
  state: z.enum(['asked', 'granted', 'declined', 'withdrawn']),
  answer: z.string().nullable(),
  answeredAt: instant.nullable(),
  answeredBy: z.string().nullable(),
  /** The due dates as they hold for the student now. */
  initialDue: instant.nullable(),
  repliesDue: instant.nullable(),
  reviewsDue: instant.nullable(),
});
export type MoreTimeRequest = z.infer<typeof moreTimeRequest>;

export const listMoreTime = endpoint({
  method: 'get',
  path: '/api/courses/:course/more-time',
  who: 'member',
  staleOn: ['notices'],
  staleAfter: ['moreTime'],
  summary:
    'Requests for more time: a student’s own, or those of the students that staff work with; those that wait first',
  params: courseParams,
  answer: z.object({ requests: z.array(moreTimeRequest) }),
});

export const askForMoreTime = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/more-time',
  who: 'student',
  changes: ['moreTime'],
  summary: 'Ask for more time in a forum; the same id sent twice is one request (student)',
  params: forumParams,
  body: z.strictObject({
    id,
    reason: z.string().trim().min(1, 'Say why you need more time.').max(2000, 'At most 2,000 characters.'),
    until: instant.nullable().default(null),
  }),
  answer: done,
});

export const withdrawMoreTime = endpoint({
  method: 'put',
  path: '/api/courses/:course/more-time/:request/withdrawn',
  who: 'student',
  changes: ['moreTime'],
  summary: 'Withdraw one’s own request for more time while it waits (student)',
  params: requestParams,
  answer: done,
});

export const answerMoreTime = endpoint({
  method: 'put',
  path: '/api/courses/:course/more-time/:request',
  who: 'instructor',
  changes: ['moreTime', 'course'],
  summary: 'Grant more time by own terms of the student, or decline (instructor)',
  params: requestParams,
  body: z
    .strictObject({
      /** The new due dates; one that is left out stays. Null declines. */
      grant: z
        .strictObject({
          initialDue: instant.optional(),
          repliesDue: instant.optional(),
          reviewsDue: instant.optional(),
        })
        .nullable(),
      /** What the student is told. */
      answer: z.string().trim().max(2000, 'At most 2,000 characters.').default(''),
      /** The names of those whom the change reseals or unseals have been seen. */
      confirmed: z.boolean().default(false),
    })
    .refine(({ grant, answer }) => grant !== null || answer !== '', {
      path: ['answer'],
      error: 'Say in a line why not; the student reads it.',
    }),
  answer: done,
});

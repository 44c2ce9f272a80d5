import { z } from 'zod';
import { courseParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';
import { moreTimeRequest } from './moreTime';
import { queuedLook } from './secondLooks';

/** A post that staff have to decide about. */
const waitingPost = z.object({
  id,
  author: personName,
  /** Since when it waits. */
  since: instant,
  /** How its text begins. */
  begins: z.string(),
});

/** A forum in which something waits for staff. */
const waitingForum = z.object({
  id,
  title: z.string(),
  /** Posts that wait for approval, and posts that students reported; each the longest waiting first. */
  held: z.array(waitingPost),
  reported: z.array(waitingPost),
  /** While one can post there: how many students’ posts nobody has replied to, and since when the first of them waits. */
  unanswered: z.object({ posts: z.int(), since: instant }).nullable(),
});
export type WaitingForum = z.infer<typeof waitingForum>;

export const getWaiting = endpoint({
  method: 'get',
  path: '/api/courses/:course/waiting',
  who: 'staff',
  staleOn: ['posts', 'notices'],
  staleAfter: ['looks', 'moreTime', 'scores'],
  summary:
    'What waits for staff in all forums: posts held, reported or without a reply, and what students ask for (staff)',
  params: courseParams,
  answer: z.object({
    forums: z.array(waitingForum),
    /** Requests for another look and for more time that have no answer yet, the earliest first. */
    looks: z.array(queuedLook),
    requests: z.array(moreTimeRequest),
  }),
});

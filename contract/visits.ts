import { z } from 'zod';
import { courseParams, done, forumParams, id, instant } from './basics';
import { endpoint } from './endpoint';

/** How often a student opened a forum, and when first and last; null: never, or the course does not keep it. */
export const visits = z.object({ visits: z.int().min(1), first: instant, last: instant }).nullable();

export const tellVisit = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/visit',
  who: 'student',
  changes: [],
  summary: 'Say that one opened the page of a forum, where the course keeps visits (student)',
  params: forumParams,
  answer: done,
});

export const listVisits = endpoint({
  method: 'get',
  path: '/api/courses/:course/visits',
  who: 'student',
  summary: 'How often one opened each forum, as staff see it (student)',
  params: courseParams,
  answer: z.object({
    forums: z.array(z.object({ id, title: z.string(), visits })),
  }),
});

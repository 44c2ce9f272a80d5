import { z } from 'zod';
import { courseParams, forumParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';

/** A piece of a found text; `hit` where it is what was looked for. */
const piece = z.object({ text: z.string(), hit: z.boolean() });

export const searchHit = z.object({
  postId: id,
  forumId: id,
  forum: z.string(),
  author: personName,
  at: instant,
  pieces: z.array(piece),
});
export type SearchHit = z.infer<typeof searchHit>;

export const search = endpoint({
  method: 'get',
  path: '/api/courses/:course/search',
  who: 'member',
  summary: 'Posts that a person may read and that contain what they look for, the best first',
  params: courseParams,
  query: z.strictObject({
    /** Words that all have to occur; phrases in quotation marks; the last word may be unfinished. */
    find: z.string().max(400, 'At most 400 characters.'),
    /** Only in this forum. */
    forum: id.optional(),
    from: z.coerce.number().int().min(0).default(0),
    limit: z.coerce.number().int().min(1).max(100).default(30),
  }),
  answer: z.object({ total: z.int(), hits: z.array(searchHit) }),
});

export const findInForum = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/found',
  who: 'member',
  summary: 'The posts of a forum that a person may read and that contain what they look for, all of them',
  params: forumParams,
  query: z.strictObject({ find: z.string().max(400, 'At most 400 characters.') }),
  answer: z.object({ posts: z.array(id) }),
});

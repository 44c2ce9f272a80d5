import { z } from 'zod';
import { done, forumParams, instant } from './basics';
import { endpoint } from './endpoint';

export const getFeed = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/feed',
  who: 'member',
  staleAfter: ['feeds'],
  summary: 'When one made the secret address of one’s feed of a forum; null: there is none',
  params: forumParams,
  answer: z.object({ madeAt: instant.nullable() }),
});

export const makeFeed = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/feed',
  who: 'member',
  changes: ['feeds'],
  summary:
    'Make the secret addresses of one’s feed of a forum that offers one; those made before stop working',
  params: forumParams,
  /** Told once: they are kept only as a hash. Posts as Atom, recordings as RSS. */
  answer: z.object({ posts: z.string(), recordings: z.string() }),
});

export const withdrawFeed = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/feed',
  who: 'member',
  changes: ['feeds'],
  summary: 'Withdraw the secret addresses of one’s feed of a forum',
  params: forumParams,
  answer: done,
});

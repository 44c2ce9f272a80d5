import { z } from 'zod';
import { done, forumParams, id, postParams } from './basics';
import { endpoint } from './endpoint';

export const markRead = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/read',
  who: 'member',
  changes: ['marks'],
  summary: 'Mark posts of a forum as read or unread; only for oneself',
  params: forumParams,
  body: z.strictObject({
    posts: z.array(id).min(1, 'Name at least one post.').max(10_000),
    read: z.boolean(),
  }),
  answer: done,
});

export const setBookmark = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/bookmark',
  who: 'member',
  changes: ['marks'],
  summary: 'Put a bookmark to a post, or take it away; nobody else learns of it',
  params: postParams,
  body: z.strictObject({ bookmarked: z.boolean() }),
  answer: done,
});

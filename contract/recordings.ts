import { z } from 'zod';
import { forumParams, id, instant } from './basics';
import { endpoint } from './endpoint';
import { fileView } from './files';

/** A sound or a film that comes with a post. */
export const recording = z.object({
  postId: id,
  author: z.string(),
  at: instant,
  kind: z.enum(['audio', 'video']),
  /** What is said in it stands in `alt`. */
  file: fileView,
});
export type Recording = z.infer<typeof recording>;

export const listRecordings = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/recordings',
  who: 'member',
  staleOn: ['posts'],
  summary: 'The sound and film of a forum that one may hear, in the order in which they were posted',
  params: forumParams,
  answer: z.object({ recordings: z.array(recording) }),
});

import { z } from 'zod';
import { courseParams, id, instant, percent, points } from './basics';
import { endpoint } from './endpoint';
import { passage } from './evaluate';
import { fileView } from './files';
import { letters, sum, total } from './gradebook';
import { reachedOutcome } from './outcomes';
import { secondLook } from './secondLooks';
import { display, explanationLine, part } from './coreValues';

/** A student's released scores; nothing of what is not released. */
export const scoresView = z.object({
  mode: z.enum(['weighted', 'byPoints']),
  /** Why nobody has a total yet, whatever is scored. */
  noTotal: z.enum(['noCategories', 'noWeights', 'nothingInCategories']).nullable(),
  letters,
  items: z.array(
    z.object({
      id,
      forumId: id.nullable(),
      title: z.string(),
      category: z.string().nullable(),
      maximum: points,
      /** Of an item that no forum feeds. */
      dueAt: instant.nullable(),
      display: display,
      state: z.enum(['released', 'excused', 'open', 'zero']),
      /** Dropped in its category: it does not count, so that what stays is the best possible. */
      dropped: z.boolean(),
      points: points.nullable(),
      parts: z.array(part),
      lines: z.array(explanationLine),
      remarkHtml: z.string().nullable(),
      /** Own posts with comments on passages of them. */
      posts: z.array(z.object({ id, at: instant, html: z.string(), passages: z.array(passage) })),
      /** What goes with the score: sound, video, files. */
      files: z.array(fileView),
      releasedAt: instant.nullable(),
      /** What they asked to be looked at again, the newest first. */
      looks: z.array(secondLook),
      /** Whether they may ask now, and until when at the latest. */
      mayAsk: z.boolean(),
      askUntil: instant.nullable(),
    }),
  ),
  /** How far the outcomes of the course are reached. */
  outcomes: z.array(reachedOutcome),
  categories: z.array(z.object({ id, title: z.string(), weight: percent, sum })),
  total,
});
export type ScoresView = z.infer<typeof scoresView>;

export const getScores = endpoint({
  method: 'get',
  path: '/api/courses/:course/scores',
  who: 'student',
  staleAfter: ['scores', 'looks'],
  summary: 'Released scores and the total so far (student)',
  params: courseParams,
  answer: scoresView,
});

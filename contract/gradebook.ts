import { z } from 'zod';
import type { Display } from '../core/gradebook/gradebook';
import type { Part } from '../core/course/evaluation';
import type { ExplanationLine } from '../core/scoring/explanation';
import { courseParams, id, instant, page, paging, percent, personName, points } from './basics';
import { endpoint } from './endpoint';
import { passage } from './evaluate';
import { secondLook } from './secondLooks';
import { fileView } from './files';

const item = z.object({
  id,
  forumId: id.nullable(),
  title: z.string(),
  categoryId: id.nullable(),
  maximum: points,
  display: z.custom<Display>(),
  /** Whether posting has opened by the forum's own date; before that an empty cell says nothing. */
  opened: z.boolean(),
});

/** A cell: what is given, or what keeps it empty. */
export const gradebookCell = z.object({
  state: z.enum(['notAsked', 'excused', 'changed', 'released', 'given', 'nothing', 'ready', 'waiting']),
  points: points.nullable(),
  released: z.boolean(),
  /** Counts as 0 in the total because nothing came and the category says so. */
  zero: z.boolean(),
  /** Dropped in its category, so that what stays is the best possible. */
  dropped: z.boolean(),
});

const letters = z.array(z.object({ letter: z.string(), from: percent }));
const sum = z.object({ percent: z.int().nullable(), items: z.int(), of: z.int() });

export const gradebookView = z.object({
  mode: z.enum(['weighted', 'byPoints']),
  categories: z.array(z.object({ id, title: z.string(), weight: percent })),
  items: z.array(item),
  /** The letter scale, for items shown as a letter. */
  letters,
  rows: z.array(
    z.object({
      student: personName,
      section: z.string().nullable(),
      cells: z.record(z.string(), gradebookCell),
      categories: z.record(z.string(), sum),
      total: z.object({
        percent: z.int().nullable(),
        letter: z.string().nullable(),
        items: z.int(),
        of: z.int(),
      }),
    }),
  ),
  paging,
});
export type GradebookView = z.infer<typeof gradebookView>;

export const getGradebook = endpoint({
  method: 'get',
  path: '/api/courses/:course/gradebook',
  summary: 'Students by items, with totals (staff)',
  params: courseParams,
  query: page,
  answer: gradebookView,
});

/** A student's released scores; nothing of what is not released. */
export const scoresView = z.object({
  mode: z.enum(['weighted', 'byPoints']),
  letters,
  items: z.array(
    z.object({
      id,
      forumId: id.nullable(),
      title: z.string(),
      category: z.string().nullable(),
      maximum: points,
      display: z.custom<Display>(),
      state: z.enum(['released', 'excused', 'open', 'zero']),
      /** Dropped in its category: it does not count, so that what stays is the best possible. */
      dropped: z.boolean(),
      points: points.nullable(),
      parts: z.array(z.custom<Part>()),
      lines: z.array(z.custom<ExplanationLine>()),
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
  categories: z.array(z.object({ id, title: z.string(), weight: percent, sum })),
  total: z.object({
    percent: z.int().nullable(),
    letter: z.string().nullable(),
    items: z.int(),
    of: z.int(),
  }),
});
export type ScoresView = z.infer<typeof scoresView>;

export const getScores = endpoint({
  method: 'get',
  path: '/api/courses/:course/scores',
  summary: 'Released scores and the total so far (student)',
  params: courseParams,
  answer: scoresView,
});

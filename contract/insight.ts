import { z } from 'zod';
import type { DueStretch, Rhythm } from '../core/insight/rhythm';
import type { Silence } from '../core/insight/silence';
import type { Talk } from '../core/insight/talk';
import type { Branch, Writing } from '../core/insight/writing';
import { courseParams, day, id, instant, percent, personName } from './basics';
import { agreement } from './coreValues';
import { endpoint } from './endpoint';

const count = z.int().min(0);

const silence: z.ZodType<Silence> = z.object({
  weeks: z.array(day),
  students: z.array(
    z.object({
      studentId: id,
      posts: z.array(count),
      visits: z.array(count).nullable(),
      last: instant.nullable(),
      missed: count,
      silent: z.boolean(),
    }),
  ),
  since: day.nullable(),
  silent: count,
  of: count,
  missing: count,
  told: z.boolean(),
});

const mixing = z.object({ of: count, across: count, expected: percent });
const pair = z.tuple([count, count, count]);

/** Who talks with whom, by person and by parts of the class. */
interface TalkView extends Talk {
  /** Sections or groups, and who of one answered whom of another, by places in `parts`. */
  readonly parts: readonly { readonly id: string; readonly title: string; readonly size: number }[];
  readonly partPairs: Talk['pairs'];
  /** The part each person belongs to, by its place in `parts`; null: to none. */
  readonly partOf: readonly (number | null)[];
}

const talk: z.ZodType<TalkView> = z.object({
  people: z.array(z.object({ id, given: count, received: count })),
  /** Who answered whom how often, by their places in `people`; left out of a large class. */
  pairs: z.array(pair),
  replies: count,
  byStaff: count,
  alone: z.array(id),
  sections: mixing.nullable(),
  groups: mixing.nullable(),
  told: z.boolean(),
  parts: z.array(z.object({ id, title: z.string(), size: count })),
  partPairs: z.array(pair),
  partOf: z.array(count.nullable()),
});

const rhythm: z.ZodType<Rhythm> = z.object({
  week: z.array(z.array(count)),
  posts: count,
  due: z.object({ of: count, early: count, before: count, lastDay: count, after: count }),
  threads: z.object({ of: count, unanswered: count, waited: count.nullable() }),
  told: z.boolean(),
});

const lengths = z.object({
  posts: count,
  low: count.nullable(),
  middle: count.nullable(),
  high: count.nullable(),
});

/** How a class writes, with how its questions begin. */
interface WritingView extends Omit<Writing, 'branches'> {
  readonly branches: readonly (Branch & { readonly forum: string; readonly opening: string })[];
}

const writing: z.ZodType<WritingView> = z.object({
  opening: lengths,
  replies: lengths,
  byWeek: z.array(z.object({ week: day, opening: count.nullable(), replies: count.nullable() })),
  depths: z.array(count),
  asking: count,
  bringing: count,
  branches: z.array(
    z.object({ postId: id, forumId: id, authorId: id, below: count, forum: z.string(), opening: z.string() }),
  ),
  told: z.boolean(),
});

const spread = z.object({
  key: z.string(),
  /** What the key is called. */
  title: z.string(),
  scores: count,
  low: percent,
  middle: percent,
  high: percent,
  apart: z.int(),
  tells: z.boolean(),
});

const fairness = z.object({
  scores: count,
  byEvaluator: z.array(spread),
  bySection: z.array(spread),
  byCriterion: z.array(spread),
  byHour: z.array(spread),
  late: z.object({ scores: count, lost: percent.nullable() }),
  /** Of forums that two read: how far they agree. */
  agreement: z.array(z.object({ forumId: id, forum: z.string(), maximum: count, agreement })),
  outcomes: z.array(
    z.object({ code: z.string(), text: z.string(), students: count, mean: percent.nullable() }),
  ),
  told: z.boolean(),
});

/** In a larger class nobody is drawn by name in who talks with whom. */
export const MOST_DRAWN = 80;

/** The five questions, answered. */
export const insightView = z.object({
  /** Names of everyone who is named by an id. */
  names: z.array(personName),
  /** The forum that a line to someone silent is best about: the one in which posting opened last; null before any has. */
  about: z.object({ id, title: z.string() }).nullable(),
  silence,
  talk,
  rhythm,
  writing,
  fairness,
});
export type InsightView = z.infer<typeof insightView>;

const scope = {
  /** One forum alone. */
  forum: id.optional(),
  /** Students of one section alone. */
  section: id.optional(),
};

export const getInsight = endpoint({
  method: 'get',
  path: '/api/courses/:course/insight',
  who: 'staff',
  summary:
    'Who falls silent, who talks with whom, when and how a class writes, how fair its scoring is (staff)',
  params: courseParams,
  query: z.strictObject(scope),
  answer: insightView,
});

const number = (most: number) =>
  z
    .string()
    .regex(/^\d{1,2}$/, 'Write a number.')
    .transform(Number)
    .pipe(z.int().max(most, `At most ${most}.`));

const dueStretch: z.ZodType<DueStretch> = z.enum(['early', 'before', 'lastDay', 'after']);

export const getInsightPosts = endpoint({
  method: 'get',
  path: '/api/courses/:course/insight/posts',
  who: 'staff',
  summary: 'The posts behind a part of a picture, the newest first, 100 at most (staff)',
  params: courseParams,
  query: z.strictObject({
    ...scope,
    author: id.optional(),
    /** Replies to this student. */
    answered: id.optional(),
    /** Monday of a week. */
    week: day.optional(),
    /** 0 for Monday. */
    weekday: number(6).optional(),
    hour: number(23).optional(),
    due: dueStretch.optional(),
    /** Threads of students that nobody has answered. */
    unanswered: z.literal('yes').optional(),
  }),
  answer: z.object({
    of: count,
    posts: z.array(
      z.object({
        id,
        forumId: id,
        forum: z.string(),
        author: personName,
        at: instant,
        words: count,
        /** How it begins. */
        opening: z.string(),
      }),
    ),
  }),
});

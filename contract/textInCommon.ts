import { z } from 'zod';
import type { Marked } from '../core/textInCommon/markedText';
import type { Reach } from '../core/textInCommon/whoHadIt';
import { courseParams, done, id, instant, personName, studentParams } from './basics';
import { endpoint } from './endpoint';
import { names } from './evaluate';

const count = z.int().min(0);
/** Hundredths of a percent. */
const share = z.int().min(0).max(10_000);

/** Why what a reading says is not known. */
export const readingProblem = z.enum(['locked', 'broken', 'large', 'slow', 'noText']);
export type ReadingProblem = z.infer<typeof readingProblem>;

export const reach: z.ZodType<Reach> = z.enum(['received', 'couldRead', 'notKnown', 'couldNot']);

/** The version of a post that stands in a pair. */
const inPair = z.object({
  postId: id,
  number: z.int(),
  at: instant,
  words: count,
  /** null in an earlier course, whose students are not named. */
  student: personName.nullable(),
  forum: z.object({ id, title: z.string() }),
  /** The earlier course it was written in; null: in this one. */
  course: z.string().nullable(),
});
export type InPair = z.infer<typeof inPair>;

export const inCommonRow = z.object({
  /** The earlier version. */
  one: inPair,
  other: inPair,
  /** Words of the later one that stand in the earlier one, and of the longest passage. */
  words: count,
  longest: count,
  /** How much of each stands in the other. */
  shares: z.object({ one: share, other: share }),
  /** How seldom the words are in the course, in bits. */
  rarity: count,
  /** Of the longest passage: whether who wrote it later could read it before. */
  reach,
  /** Where more than two students have text in common with one another: the number of their group, from 1. */
  group: z.int().min(1).nullable(),
  aside: z.object({ reason: z.string(), by: personName.nullable(), at: instant }).nullable(),
});
export type InCommonRow = z.infer<typeof inCommonRow>;

export const inCommonOrder = z.enum(['words', 'rarity', 'newest']);
export type InCommonOrder = z.infer<typeof inCommonOrder>;

export const getInCommon = endpoint({
  method: 'get',
  path: '/api/courses/:course/in-common',
  who: 'staff',
  summary: 'Pairs of posts with text in common, of the students one works with (staff)',
  params: courseParams,
  query: z.strictObject({
    forum: id.optional(),
    student: id.optional(),
    show: z.enum(['open', 'aside']).default('open'),
    order: inCommonOrder.default('words'),
  }),
  answer: z.object({
    rows: z.array(inCommonRow),
    /** How many there are; at most 500 are told. */
    of: count,
    /** Students in each group of more than two. */
    groups: z.array(z.object({ number: z.int(), students: count })),
    open: count,
    aside: count,
    /** Whether there may be more than are kept at all. */
    isFull: z.boolean(),
    /** Posts that are compared. */
    posts: count,
    /** Readings that cannot be left out, because it is not known what they say. */
    unreadable: z.array(z.object({ forum: z.string(), name: z.string(), why: readingProblem })),
  }),
  staleOn: ['posts'],
  staleAfter: ['inCommon'],
});

const leftOut = z.enum(['prompt', 'question', 'reading', 'starter', 'staff', 'answered', 'common', 'quoted']);

const marked: z.ZodType<Marked> = z.object({
  text: z.string(),
  passage: z.int().nullable(),
  leftOut: leftOut.nullable(),
});

const pairParams = courseParams.extend({ one: id, other: id });

export const inCommonPair = inCommonRow.extend({
  texts: z.object({ one: z.array(marked), other: z.array(marked) }),
  passages: z.array(
    z.object({
      words: count,
      /** Which of the two students had it first, in any of their posts. */
      first: z.enum(['one', 'other']),
      /** Where it stood first, and where the other student wrote it first. */
      source: inPair,
      then: inPair,
      reach,
    }),
  ),
  /** Of all words of both versions, how many are the same in the same order. */
  close: share,
});
export type InCommonPair = z.infer<typeof inCommonPair>;

export const getInCommonPair = endpoint({
  method: 'get',
  path: '/api/courses/:course/in-common/:one/:other',
  who: 'staff',
  summary: 'Two posts side by side, with their passages in common and who could read what (staff)',
  params: pairParams,
  answer: inCommonPair,
  staleOn: ['posts'],
  staleAfter: ['inCommon'],
});

export const putPairAside = endpoint({
  method: 'put',
  path: '/api/courses/:course/in-common/:one/:other/aside',
  who: 'staff',
  changes: ['inCommon'],
  summary: 'Put a pair aside with a reason, or restore it (staff)',
  params: pairParams,
  body: z.strictObject({
    reason: z
      .string()
      .trim()
      .min(1, 'Write why you put it aside, for colleagues and for yourself later.')
      .max(1000, 'At most 1,000 characters.')
      .nullable(),
  }),
  answer: done,
});

export const getInCommonOf = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/in-common/:student',
  who: 'staff',
  coversNames: true,
  summary: 'In how many pairs of posts with text in common one student of a forum is (staff)',
  params: studentParams,
  query: z.strictObject({ names }),
  answer: z.object({ pairs: count }),
  staleOn: ['posts'],
  staleAfter: ['inCommon'],
});

const earlierCourse = z.object({
  id,
  title: z.string(),
  code: z.string(),
  /** `agreed`; `asked`, while an instructor there has not agreed yet; `asking`: a later course asks this one. */
  state: z.enum(['agreed', 'asked', 'asking', 'agreedLater']),
  posts: count,
});
export type EarlierCourse = z.infer<typeof earlierCourse>;

export const getEarlierCourses = endpoint({
  method: 'get',
  path: '/api/courses/:course/in-common/earlier',
  who: 'instructor',
  summary: 'Earlier courses that this one is compared with, and those that could be (instructor)',
  params: courseParams,
  answer: z.object({
    courses: z.array(earlierCourse),
    /** Other courses one is an instructor of. */
    mine: z.array(z.object({ id, title: z.string(), code: z.string() })),
  }),
  staleAfter: ['inCommon'],
});

export const setEarlierCourse = endpoint({
  method: 'put',
  path: '/api/courses/:course/in-common/earlier/:other',
  who: 'instructor',
  changes: ['course', 'inCommon'],
  summary: 'Compare with an earlier course, agree to be compared with, or withdraw (instructor)',
  params: courseParams.extend({ other: id }),
  body: z.strictObject({
    /** Whether the other is the earlier of the two. */
    otherIs: z.enum(['earlier', 'later']),
    agree: z.boolean(),
  }),
  answer: done,
});

import { z } from 'zod';
import {
  courseParams,
  forumParams,
  id,
  instant,
  page,
  paging,
  personName,
  points,
  studentParams,
  version,
} from './basics';
import { postVersions } from './discuss';
import { endpoint } from './endpoint';
import { fileView } from './files';
import { partDecision } from './parts';
import { requiredNumbers } from './requirements';
import { richText } from './richText';
import { secondLook } from './secondLooks';
import {
  agreement,
  changeSince,
  docketState,
  done,
  evidenceMark,
  explanationLine,
  forumFacts,
  part,
  slot,
  storedText,
  suggestion,
} from './coreValues';

const counts = z.record(z.string(), z.int());

/** Whether names are covered until a score is given; a forum may say so for everyone. */
export const names = z.enum(['shown', 'hidden']).default('shown');

export const listDockets = endpoint({
  method: 'get',
  path: '/api/courses/:course/evaluate',
  who: 'staff',
  staleAfter: ['scores', 'ready'],
  summary: 'The evaluated forums with how many students stand where (staff)',
  params: courseParams,
  answer: z.object({
    forums: z.array(
      z.object({
        id,
        title: z.string(),
        unitId: id.nullable(),
        maximum: points,
        counts,
        lastDue: instant.nullable(),
      }),
    ),
  }),
  staleOn: ['scores'],
});

/** Where two evaluators read each student: how far that is, to whoever asks. */
export const docketReading = z.object({
  /** Someone else has given a score, and who asks has not read the student yet. */
  wanted: z.boolean(),
  /** How many have read the student. */
  given: z.int(),
  /** Two have, with different points, and nobody has settled it. */
  settle: z.boolean(),
});
export type DocketReading = z.infer<typeof docketReading>;

/** One student in a docket. */
export const docketRow = z.object({
  student: personName,
  section: z.string().nullable(),
  /** The titles of their groups. */
  groups: z.array(z.string()),
  state: docketState,
  /** Since when everything they come up with has been there; null while they do not come up. */
  readyAt: instant.nullable(),
  slots: z.array(slot),
  words: z.int(),
  posts: z.int(),
  held: z.int(),
  /** What is noted of how they opened the seal, for staff to look at. */
  marks: z.array(evidenceMark),
  /** The most days any required post is late. */
  daysLate: z.int(),
  points: points.nullable(),
  released: z.boolean(),
  /** They ask for another look at their score, and nobody has answered yet. */
  asks: z.boolean(),
  /** null where one evaluator is enough. */
  reading: docketReading.nullable(),
  /** Whose they are to evaluate, where the docket is shared out; null for nobody's, and where it would tell whose row it is. */
  evaluator: personName.nullable(),
  /** They are for who asks. */
  mine: z.boolean(),
});
export type DocketRow = z.infer<typeof docketRow>;

export const docketView = z.object({
  forum: z.object({
    id,
    title: z.string(),
    maximum: points,
    /** When what is given by then is released; null while that is not planned. */
    releaseAt: instant.nullable(),
    /** Whether names are covered here, and whether the forum says so for everyone. */
    names: z.enum(['shown', 'hidden', 'hiddenForAll']),
    /** How often two evaluators agree; null where one is enough. */
    agreement: agreement.nullable(),
    /** How far each evaluator is, where the docket is shared out, by name; nobody's last, with null. */
    shares: z.array(
      z.object({ evaluator: personName.nullable(), mine: z.boolean(), students: z.int(), given: z.int() }),
    ),
  }),
  rows: z.array(docketRow),
  paging,
});
export type DocketView = z.infer<typeof docketView>;

export const getDocket = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket',
  who: 'staff',
  coversNames: true,
  summary: 'The students of one forum to evaluate, with their state (staff)',
  params: forumParams,
  query: page.extend({ names }),
  answer: docketView,
  staleAfter: ['shares'],
  staleOn: ['posts', 'scores'],
});

/** What the evaluator decides. */
export const decisions = z.strictObject({
  parts: z.record(id, partDecision),
  adjustment: z
    .strictObject({ points, reason: z.string().trim().min(1, 'Say why the score is adjusted.').max(400) })
    .nullable(),
  override: z
    .strictObject({
      points: points.min(0, 'A score is 0 or more.'),
      reason: z.string().trim().min(1, 'Say why another score is given.').max(400),
    })
    .nullable(),
});

/** A passage of a student's post with a comment on it; an empty text means the whole post. */
export const passage = z.strictObject({
  id,
  postId: id,
  /** The words themselves, without what the post quotes; empty for the whole post. */
  text: z.string().max(4000, 'A passage has at most 4,000 characters; choose a shorter one.'),
  /** Which of several occurrences of these words, from 0. */
  nth: z.int().min(0).max(10_000),
  comment: z.string().trim().max(4000, 'A comment has at most 4,000 characters.'),
});
export type Passage = z.infer<typeof passage>;

/** A post around one that a student wrote: one it answers, or one that answers it. */
const postAround = z.object({
  id,
  author: personName.nullable(),
  /** null where the post is removed. */
  html: z.string().nullable(),
  at: instant,
  /** Written by the student at hand. */
  own: z.boolean(),
});
export type PostAround = z.infer<typeof postAround>;

/** Something one student wrote, with what it answers. */
export const deskPost = z.object({
  id,
  html: z.string(),
  at: instant,
  editedAt: instant.nullable(),
  words: z.int(),
  removed: z.boolean(),
  waiting: z.enum(['held', 'returned']).nullable(),
  /** A change to it that others do not read. */
  change: z.enum(['held', 'returned']).nullable(),
  counted: z.boolean(),
  /** What is noted of how its author opened the seal with it. */
  marks: z.array(evidenceMark),
  slot: slot.nullable(),
  answers: z
    .object({ author: personName.nullable(), html: z.string(), at: instant, removed: z.boolean() })
    .nullable(),
  revisions: z.int(),
  /** The words the post had when it was first sent. */
  firstWords: z.int(),
  files: z.array(fileView),
  /** What others gave it: nods, or ratings with their mean in hundredths; null where the forum has none. */
  nods: z.object({ count: z.int(), mean: z.int().nullable() }).nullable(),
  /** How many answers it got that still stand. */
  received: z.int(),
  /** The question it answers, as HTML; null where there are none. */
  question: z.object({ id, html: z.string() }).nullable(),
  /** What happened to it since the score was given; null for nothing, or without a score. */
  since: changeSince.nullable(),
});
export type DeskPost = z.infer<typeof deskPost>;

/** One student's contribution and score on the Desk. */
export const deskView = z.object({
  student: personName,
  /** Whether a number stands for the name until the score is given. */
  covered: z.boolean(),
  /** Whether names are covered in this forum for who asks. */
  namesHidden: z.boolean(),
  section: z.string().nullable(),
  /** The student’s groups to which a sheet can be given at once: of the forum’s plan, or all where it has none; none while names are covered. */
  groups: z.array(z.object({ id, title: z.string() })),
  forum: z.object({
    id,
    title: z.string(),
    maximum: points,
    aboveMaximum: z.boolean(),
    parts: z.array(part),
  }),
  state: docketState,
  notAsked: z.string().nullable(),
  dates: z.object({
    postingFrom: instant.nullable(),
    postingUntil: instant.nullable(),
    initialDue: instant.nullable(),
    repliesDue: instant.nullable(),
    reviewsDue: instant.nullable(),
  }),
  /** What is required of the student, as it holds for them. */
  required: requiredNumbers,
  slots: z.array(slot),
  posts: z.array(deskPost),
  suggestion: suggestion.nullable(),
  /** What the suggestion is worked out from, so that the total follows what is typed: core's suggest with other decisions. */
  from: z.object({ forum: forumFacts, done: done, at: instant }),
  /** Where two evaluators read each student: what each has given. While who asks is to read second, what the first gave is kept back. */
  reading: z
    .object({
      second: z.boolean(),
      /** Who has read the student first. */
      by: z.string().nullable(),
      readings: z.array(
        z.object({ readerId: id, reader: z.string(), mine: z.boolean(), points, at: instant }),
      ),
      /** The mean of the two. */
      mean: points.nullable(),
      settle: z.boolean(),
    })
    .nullable(),
  /** The student’s wishes for another look, the newest first. */
  looks: z.array(secondLook),
  score: z.object({
    version,
    decisions,
    remark: storedText.nullable(),
    passages: z.array(passage),
    files: z.array(fileView),
    points: points.nullable(),
    lines: z.array(explanationLine),
    givenAt: instant.nullable(),
    givenBy: z.string().nullable(),
    releasedAt: instant.nullable(),
    excused: z.boolean(),
  }),
});
export type DeskView = z.infer<typeof deskView>;

export const getDesk = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket/:student',
  who: 'staff',
  staleAfter: ['scores', 'looks'],
  coversNames: true,
  summary: "One student's contribution and score (staff)",
  params: studentParams,
  query: z.strictObject({ names }),
  answer: deskView,
  staleOn: ['posts'],
});

/** The Desk once a score is kept or given, with what changed by it beside the Desk. */
export const savedScore = deskView.extend({
  /** The student's row of the docket; null where they are in none, or nothing was given. */
  row: docketRow.nullable(),
  /** How many students of the course are ready to be evaluated; null where nothing was given. */
  ready: z.int().nullable(),
});
export type SavedScore = z.infer<typeof savedScore>;

export const saveScore = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/:student/score',
  who: 'staff',
  changes: ['scores', 'ready'],
  bringsChanges: true,
  coversNames: true,
  summary: 'Keep what is decided so far, or give the score (staff)',
  params: studentParams,
  body: z.strictObject({
    version,
    decisions,
    remark: richText.nullable(),
    /** Comments on passages of the student's posts; left out: as they are kept. */
    passages: z.array(passage).max(100, 'At most 100 comments on passages.').optional(),
    /** Files that go with the score; left out: as they are kept. */
    files: z.array(id).max(10, 'At most 10 files.').optional(),
    /** Give the score (or confirm it, when given before); otherwise only keep what is decided so far. */
    give: z.boolean(),
  }),
  answer: savedScore,
});

export const confirmScore = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/:student/confirmed',
  who: 'staff',
  changes: ['scores', 'ready'],
  coversNames: true,
  summary: 'Say that a given score stands, though the student changed posts since (staff)',
  params: studentParams,
  body: z.strictObject({ version }),
  answer: deskView,
});

export const getAround = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket/:student/around/:post',
  who: 'staff',
  coversNames: true,
  summary:
    'The whole branch a post stands in: what it answers, up to the opening post, and the answers to it (staff)',
  params: z.strictObject({ course: id, forum: id, student: id, post: id }),
  query: z.strictObject({ names }),
  answer: z.object({ above: z.array(postAround), below: z.array(postAround) }),
  staleOn: ['posts'],
});

export const getDeskVersions = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket/:student/versions/:post',
  who: 'staff',
  coversNames: true,
  summary: 'Every version of a student’s post, as the Desk names student and post (staff)',
  params: z.strictObject({ course: id, forum: id, student: id, post: id }),
  query: page.extend({ names }),
  answer: postVersions,
  staleOn: ['posts'],
});

export const excuse = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/:student/excused',
  who: 'staff',
  changes: ['scores', 'ready'],
  coversNames: true,
  summary: 'Excuse a student from a forum, or no longer (staff)',
  params: studentParams,
  body: z.strictObject({ excused: z.boolean() }),
  answer: z.object({ excused: z.boolean() }),
});

export const answerLook = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/:student/looks/:look',
  who: 'staff',
  changes: ['looks'],
  coversNames: true,
  summary: 'Answer a wish for another look; whether the score has changed since is worked out (staff)',
  params: z.strictObject({ course: id, forum: id, student: id, look: id }),
  body: z.strictObject({
    answer: z
      .string()
      .trim()
      .min(1, 'Write an answer; the student reads it.')
      .max(4000, 'At most 4,000 characters.'),
  }),
  answer: deskView,
});

export const settleReadings = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/:student/settlement',
  who: 'staff',
  changes: ['scores'],
  coversNames: true,
  summary: 'Settle what two evaluators see differently: at what one of them gave, or at the mean (staff)',
  params: studentParams,
  body: z.strictObject({
    version,
    /** One of the two, by id, or the mean. */
    at: z.union([z.literal('mean'), id]),
  }),
  answer: deskView,
});

import { z } from 'zod';
import { done, forumParams, id, instant, personName, postParams, studentParams } from './basics';
import { endpoint } from './endpoint';
import { visits } from './visits';
import { evidenceMark, highlightKind, stretch } from './coreValues';

const reason = z.string().trim().max(1000, 'At most 1,000 characters.').nullable();

/** What staff do to many posts at once. */
export const moderateAction = z.enum([
  'remove',
  'restore',
  'approve',
  'return',
  'hold',
  'unhold',
  'waitAgain',
]);
export type ModerateAction = z.infer<typeof moderateAction>;

export const actOnPosts = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/actions',
  who: 'staff',
  changes: ['posts', 'ready'],
  summary:
    'Remove, restore, approve, give back or hold posts (staff); what is not as it was is passed over and told',
  params: forumParams,
  body: z
    .strictObject({
      action: moderateAction,
      posts: z.array(id).min(1, 'Choose at least one post.').max(10_000, 'At most 10,000 posts at once.'),
      /** With everything that stands below them. */
      below: z.boolean().default(false),
      /** Read by the authors. */
      reason: reason.default(null),
    })
    .refine(({ action, reason: why }) => action !== 'return' || Boolean(why), {
      path: ['reason'],
      message: 'Say what to change; the author reads it.',
    }),
  answer: z.object({
    /** The posts it was done to. */
    changed: z.array(id),
    /** The others, by what was in the way. */
    passed: z.array(z.object({ why: z.string(), posts: z.array(id) })),
  }),
});

export const freezeThread = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/frozen',
  who: 'staff',
  changes: ['posts'],
  summary: 'Stop posting in the thread a post stands in, or let it go on (staff)',
  params: postParams,
  body: z.strictObject({ frozen: z.boolean() }),
  answer: done,
});

export const setHighlight = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/highlight',
  who: 'staff',
  changes: ['posts'],
  summary: 'Pin a thread on top, or mark a reply as the answer of its thread, or no longer (staff)',
  params: postParams,
  body: z.strictObject({ kind: highlightKind, stands: z.boolean() }),
  answer: done,
});

export const freezeForum = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/frozen',
  who: 'staff',
  changes: ['course'],
  summary: 'Stop posting in a forum, whatever its window says, or let it go on (staff)',
  params: forumParams,
  body: z.strictObject({ frozen: z.boolean() }),
  answer: done,
});

export const movePost = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/place',
  who: 'staff',
  changes: ['posts', 'ready'],
  summary: 'Move a post with everything below it under another, or out as a thread of its own (staff)',
  params: postParams,
  body: z.strictObject({
    parentId: id.nullable(),
    /** Out as a thread where students answer each question: which. */
    questionId: id.nullable().default(null),
  }),
  /** Where it stood before. */
  answer: z.object({ parentId: id.nullable(), questionId: id.nullable(), posts: z.int() }),
});

const waitingPost = z.object({
  id,
  author: personName,
  at: instant,
  /** Waiting since: when it was sent, or sent again. */
  since: instant,
  words: z.int(),
  answers: personName.nullable(),
  html: z.string(),
  /** Given back before, and why. */
  returnedWhy: z.string().nullable(),
  version: z.int(),
  /** Of a change to an approved post: the number of the version that classmates read meanwhile. */
  standing: z.int().nullable(),
});
export type WaitingPost = z.infer<typeof waitingPost>;

/** A post that nobody has answered. */
const silentPost = z.object({ id, author: personName, at: instant, words: z.int() });

const moderatedThread = z.object({
  id,
  author: personName,
  begins: z.string(),
  at: instant,
  posts: z.int(),
  unanswered: z.array(silentPost),
});
export type ModeratedThread = z.infer<typeof moderatedThread>;

const moderatedStudent = z.object({
  student: personName,
  /** Counted posts. */
  posts: z.int(),
  /** How many other people they answered. */
  answered: z.int(),
  /** Posts of theirs that nobody has answered. */
  unanswered: z.array(id),
  /** Whether the forum asks anything of them. */
  asked: z.boolean(),
  marks: z.array(evidenceMark),
  visits,
});
export type ModeratedStudent = z.infer<typeof moderatedStudent>;

/** A post that students reported to staff. */
const postReport = z.object({
  id,
  author: personName,
  at: instant,
  html: z.string(),
  removed: z.boolean(),
  /** Who reported it, the first on top; only staff learn this. */
  reports: z.array(z.object({ by: personName, at: instant, reason: z.string() })),
});
export type PostReport = z.infer<typeof postReport>;

export const moderateView = z.object({
  forum: z.object({
    id,
    title: z.string(),
    frozen: z.boolean(),
    hold: z.enum(['none', 'all', 'first']),
    sealed: z.boolean(),
  }),
  waiting: z.array(waitingPost),
  reported: z.array(postReport),
  threads: z.array(moderatedThread),
  students: z.array(moderatedStudent),
});
export type ModerateView = z.infer<typeof moderateView>;

export const getModerate = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/moderate',
  who: 'staff',
  summary:
    'Who waits for approval or an answer in a forum, who has answered nobody, who has posted nothing (staff)',
  params: forumParams,
  answer: moderateView,
  staleOn: ['posts'],
});

export const reportPost = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/report',
  who: 'student',
  changes: ['posts'],
  summary: 'Report a post to staff (students); nobody else learns of it',
  params: postParams,
  body: z.strictObject({
    reason: z
      .string()
      .trim()
      .min(1, 'Say what is wrong with the post, so that staff know what to look at.')
      .max(1000, 'At most 1,000 characters.'),
  }),
  answer: done,
});

export const settleReports = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/reports/settled',
  who: 'staff',
  changes: ['posts'],
  summary: 'Put away the reports of a post (staff)',
  params: postParams,
  answer: done,
});

/** A version as evidence shows it. */
const evidenceVersion = z.object({ postId: id, number: z.int(), at: instant, words: z.int() });

const evidenceRow = z.object({
  student: personName,
  questionId: id.nullable(),
  marks: z.array(evidenceMark),
  first: evidenceVersion,
  /** null: nothing of it stands. */
  final: evidenceVersion.nullable(),
  /** Words that differ, and the share of all words of both, in hundredths of a percent; null where nothing was changed. */
  differs: z.object({ words: z.int(), share: z.int() }).nullable(),
  /** Posts of others that opening the seal let the student read before the final version, and that reached them. */
  couldRead: z.int(),
  received: z.int(),
});
export type EvidenceRow = z.infer<typeof evidenceRow>;

export const getEvidence = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/evidence',
  who: 'staff',
  summary: 'With what each student opened the seal, and what became of it (staff)',
  params: forumParams,
  answer: z.object({ rows: z.array(evidenceRow), questions: z.array(z.object({ id, title: z.string() })) }),
  staleOn: ['posts'],
});

/** One student's evidence in full. */
export const evidenceOf = evidenceRow.extend({
  compared: z.array(stretch),
  between: z.array(
    z.object({
      postId: id,
      author: personName,
      /** When it was written. */
      at: instant,
      /** When its text first reached the student; null: it could have been read, and did not reach them. */
      receivedAt: instant.nullable(),
    }),
  ),
});

export const getEvidenceOf = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/evidence/:student',
  who: 'staff',
  staleAfter: ['posts'],
  summary:
    'First and final version of what opened the seal for a student, word by word, and what they read between (staff)',
  params: studentParams,
  query: z.strictObject({ question: id.optional() }),
  answer: evidenceOf,
  staleOn: ['posts'],
});

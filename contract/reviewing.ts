import { z } from 'zod';
import { courseParams, done, forumParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';
import { names } from './evaluate';
import { reviewSettings } from './reviewSettings';
import { response, sentReview, withheldFor } from './reviews';

/** Who reviews whom, for staff. */
export const reviewing = z.object({
  title: z.string(),
  settings: reviewSettings,
  number: z.int(),
  due: instant.nullable(),
  /** When partners are drawn, and when they were. */
  pairsAt: instant.nullable(),
  pairedAt: instant.nullable(),
  mayPairAnew: z.boolean(),
  people: z.array(
    z.object({
      person: personName,
      /** Those who review one another have the same. */
      unit: z.string(),
      hasPost: z.boolean(),
      number: z.int(),
      /** An initial post opens the seal for them: until then they see nobody’s, but for what they are given to review. */
      sealed: z.boolean(),
    }),
  ),
  units: z.array(z.object({ id: z.string(), title: z.string(), order: z.array(id) })),
  assignments: z.array(
    z.object({
      id,
      reviewerId: id,
      authorId: id,
      madeAt: instant,
      byHand: z.boolean(),
      state: z.enum(['toWrite', 'sent', 'withheld', 'received', 'lapsed', 'moved', 'withdrawn']),
      sentAt: instant.nullable(),
      endedAt: instant.nullable(),
      late: z.boolean(),
      /** How far it stands from the others of its post, in hundredths of a percent. */
      distance: z.int().nullable(),
      far: z.boolean(),
      answered: z.boolean(),
    }),
  ),
  /** Whom it would be, were it decided now; null once it is. */
  preview: z.array(z.object({ reviewerId: id, authorId: id })).nullable(),
  short: z.array(
    z.object({
      studentId: id,
      has: z.int(),
      number: z.int(),
      why: z.enum([
        'noPost',
        'excused',
        'closed',
        'alone',
        'tooFew',
        'mustNot',
        'lastDay',
        'byHand',
        'notYet',
      ]),
    }),
  ),
  mustNots: z.array(z.tuple([id, id])),
  /** What whoever asks did by hand last and can still undo. */
  lastStep: z
    .object({
      id,
      action: z.enum(['assigned', 'moved', 'withdrawn', 'pairedAnew']),
      at: instant,
      /** Who reviews whose post by it, or did before it was taken back; null: it is about all of them. */
      about: z.object({ reviewerId: id, authorId: id }).nullable(),
    })
    .nullable(),
});
export type Reviewing = z.infer<typeof reviewing>;

export const getReviewing = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/reviewing',
  who: 'staff',
  staleOn: ['posts'],
  staleAfter: ['reviews'],
  summary: 'Who reviews whom in a forum, and who is short of reviews (staff)',
  params: forumParams,
  answer: reviewing,
});

const assignmentParams = z.strictObject({ course: id, forum: id, assignment: id });
const reviewingChange = ['reviews', 'posts', 'ready', 'scores', 'notices'] as const;

export const assignReview = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/reviewing/:assignment',
  who: 'staff',
  changes: reviewingChange,
  summary: 'Give a student a post to review, by hand, or move an assignment that is not sent yet (staff)',
  params: assignmentParams,
  body: z.strictObject({
    reviewerId: id,
    authorId: id,
    /** The assignment it takes the place of; null: none. */
    moves: id.nullable(),
    /** That the reviewer is still sealed has been seen. */
    confirmed: z.boolean().default(false),
  }),
  answer: done,
});

export const withdrawReview = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/reviewing/:assignment',
  who: 'staff',
  changes: reviewingChange,
  summary: 'Take back an assignment that is not sent yet; nothing takes its place (staff)',
  params: assignmentParams,
  answer: done,
});

export const pairAnew = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/reviewing',
  who: 'instructor',
  changes: reviewingChange,
  summary: 'Decide anew who reviews whom, while no review was sent (instructor)',
  params: forumParams,
  answer: done,
});

export const undoReviewing = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/reviewing/steps/:step',
  who: 'staff',
  changes: reviewingChange,
  summary: 'Undo what one did by hand with who reviews whom, within a day and until a review is sent (staff)',
  params: z.strictObject({ course: id, forum: id, step: id }),
  answer: done,
});

export const setMustNot = endpoint({
  method: 'put',
  path: '/api/courses/:course/must-nots',
  who: 'instructor',
  changes: reviewingChange,
  summary: 'Say that two people must not review one another, or that they may (instructor)',
  params: courseParams,
  body: z.strictObject({ oneId: id, otherId: id, mayMeet: z.boolean() }),
  answer: done,
});

/** A review as staff read it. */
export const staffReview = sentReview.extend({
  id,
  reviewer: personName,
  author: personName,
  at: instant,
  /** How many versions were sent. */
  number: z.int(),
  late: z.boolean(),
  received: z.boolean(),
  withheld: withheldFor,
  changedSince: z.boolean(),
  distance: z.int().nullable(),
  far: z.boolean(),
  answer: response,
  /** How many files are kept back, because they may tell whose review it is. */
  filesCovered: z.int(),
});
export type StaffReview = z.infer<typeof staffReview>;

export const getReviewsOf = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/reviews/:student',
  who: 'staff',
  coversNames: true,
  staleOn: ['posts', 'ready'],
  staleAfter: ['reviews'],
  summary: 'The reviews a student wrote in a forum, and those of their post (staff)',
  params: z.strictObject({ course: id, forum: id, student: id }),
  query: z.strictObject({ names }),
  answer: z.object({ wrote: z.array(staffReview), got: z.array(staffReview) }),
});

export const withholdReview = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/reviewing/:assignment/withheld',
  who: 'staff',
  coversNames: true,
  changes: reviewingChange,
  summary: 'Keep a review from its author, with a reason told to its reviewer, or let it go (staff)',
  params: assignmentParams,
  query: z.strictObject({ names }),
  body: z.discriminatedUnion('withheld', [
    z.strictObject({
      withheld: z.literal(true),
      reason: z
        .string()
        .trim()
        .min(1, 'Say why; the reviewer reads it.')
        .max(4000, 'At most 4,000 characters.'),
      /** Whether it still counts for its reviewer. */
      fills: z.boolean(),
    }),
    z.strictObject({ withheld: z.literal(false) }),
  ]),
  answer: done,
});

export const handOverReviews = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/reviewing/hand-over',
  who: 'staff',
  changes: reviewingChange,
  summary: 'Hand the reviews that were sent over to their authors (staff)',
  params: forumParams,
  answer: z.object({ handed: z.int() }),
});

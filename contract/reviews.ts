import { z } from 'zod';
import type { NoReview } from '../core/review/mayReview';
import type { ReviewGuide } from '../core/course/reviewSettings';
import type { ReviewContent } from '../core/review/content';
import { courseParams, done, forumParams, id, instant, points } from './basics';
import { endpoint } from './endpoint';
import { reviewSettings } from './reviewSettings';
import { reviewGuide } from './parts';
import { richText } from './richText';

/** Files given back with a review. */
export const REVIEW_FILES = 5;

const comment = z.string().max(4000, 'A comment has at most 4,000 characters.');

/** What a reviewer wrote about a post, as it is sent and kept. */
export const reviewContent = z.strictObject({
  values: z.record(
    id,
    z.strictObject({
      levelId: id.nullable().optional(),
      points: points.nullable().optional(),
      ticked: z.boolean().optional(),
      comment: comment.optional(),
    }),
  ),
  overall: richText,
  passages: z
    .array(
      z.strictObject({
        id,
        text: z
          .string()
          .trim()
          .min(1, 'Select a passage to comment on.')
          .max(4000, 'A passage has at most 4,000 characters; choose a shorter one.'),
        nth: z.int().min(0).max(10_000),
        comment,
      }),
    )
    .max(100, 'At most 100 comments on passages.'),
  files: z.array(id).max(REVIEW_FILES, `At most ${REVIEW_FILES} files with a review.`),
}) satisfies z.ZodType<ReviewContent>;

/** The same, and the guide it was written by, as they stand in answers. */
const contentView: z.ZodType<ReviewContent, ReviewContent> = reviewContent;
const guideView: z.ZodType<ReviewGuide> = reviewGuide;

/** A file of a reviewed post or of a review; its address leads through the assignment, so that it says nothing of anybody. */
export const reviewFile = z.object({
  address: z.string(),
  name: z.string(),
  type: z.string(),
  size: z.int(),
  alt: z.string(),
  seconds: z.number().nullable(),
});
export type ReviewFile = z.infer<typeof reviewFile>;

const noReview: z.ZodType<NoReview> = z.union([
  z.object({
    code: z.enum(['ended', 'absent', 'locked', 'announced', 'frozen', 'postGone', 'received']),
  }),
  z.object({ code: z.literal('closed'), at: instant }),
]);

/** A text of a post as its reviewer reads it. */
const reviewedText = z.object({
  html: z.string(),
  words: z.int(),
  files: z.array(reviewFile),
});

/** A review that was sent, as it is read. */
export const sentReview = z.object({
  content: contentView,
  /** The overall comment as HTML. */
  html: z.string(),
  words: z.int(),
  files: z.array(reviewFile),
  /** The guide it was written by. */
  guide: guideView.nullable(),
});
export type SentReview = z.infer<typeof sentReview>;

/** What the author answered, as HTML; null: nothing. */
export const response = z.object({ html: z.string() }).nullable();

/** That staff keep a review from its author, why, and whether it counts all the same; null where they do not. */
export const withheldFor = z.object({ reason: z.string(), fills: z.boolean() }).nullable();

/** How a review stands for whoever writes it. */
const reviewState = z.enum(['toWrite', 'sent', 'withheld', 'received', 'ended']);

/** A review that a student writes, in a list. */
export const reviewLine = z.object({
  id,
  forum: z.object({ id, title: z.string() }),
  /** 1, 2, 3 ... within the forum. */
  number: z.int().min(1),
  /** null where the name is hidden. */
  author: z.string().nullable(),
  due: instant.nullable(),
  /** The due date, with its grace, has passed, and it is not sent. */
  overdue: z.boolean(),
  /** The first instant at which none is sent any more; null: never. */
  closes: instant.nullable(),
  state: reviewState,
  draftWords: z.int().nullable(),
  /** The author has answered. */
  answered: z.boolean(),
});
export type ReviewLine = z.infer<typeof reviewLine>;

export const listReviews = endpoint({
  method: 'get',
  path: '/api/courses/:course/reviews',
  who: 'student',
  staleOn: ['posts'],
  staleAfter: ['reviews'],
  summary: 'The reviews one writes and the forums in which one received some (student)',
  params: courseParams,
  answer: z.object({
    write: z.array(reviewLine),
    received: z.array(
      z.object({
        forum: z.object({ id, title: z.string() }),
        count: z.int(),
        /** How many may still be answered, and are not. */
        unanswered: z.int(),
      }),
    ),
  }),
});

const assignmentParams = z.strictObject({ course: id, assignment: id });

export const reviewPage = z.object({
  line: reviewLine,
  promptHtml: z.string(),
  guide: guideView.nullable(),
  minWords: z.int(),
  names: reviewSettings.shape.names,
  received: reviewSettings.shape.received,
  response: z.boolean(),
  /** Why it cannot be sent, or changed, now; null where it can. */
  why: noReview.nullable(),
  /** The post as it stands; null where it may not be read now. */
  post: reviewedText.nullable(),
  /** The post as it stood when it was assigned, where it has been changed since. */
  was: reviewedText.nullable(),
  /** The version of the post that is shown; what is commented on stands in it. */
  postNumber: z.int().nullable(),
  draft: z.object({ content: contentView, words: z.int(), savedAt: instant }).nullable(),
  /** The last version that was sent, and how many there are. */
  sent: sentReview.extend({ at: instant, number: z.int() }).nullable(),
  withheld: withheldFor,
  answer: response,
});
export type ReviewPage = z.infer<typeof reviewPage>;

export const getReview = endpoint({
  method: 'get',
  path: '/api/courses/:course/reviews/:assignment',
  who: 'student',
  staleOn: ['posts'],
  staleAfter: ['reviews'],
  summary: 'A review one writes, with the post it is about (student: its reviewer)',
  params: assignmentParams,
  answer: reviewPage,
});

export const saveReviewDraft = endpoint({
  method: 'put',
  path: '/api/courses/:course/reviews/:assignment/draft',
  who: 'student',
  changes: ['drafts'],
  summary: 'Keep a review as it is typed (student: its reviewer)',
  params: assignmentParams,
  body: z.strictObject({ content: contentView }),
  answer: z.object({ savedAt: instant, words: z.int() }),
});

export const sendReview = endpoint({
  method: 'post',
  path: '/api/courses/:course/reviews/:assignment/versions',
  who: 'student',
  changes: ['reviews', 'drafts', 'posts', 'ready', 'scores', 'notices'],
  summary: 'Send a review, or a new version of one that was not received yet (student: its reviewer)',
  params: assignmentParams,
  body: z.strictObject({
    /** How many versions were sent before it; the same sent twice is one. */
    after: z.int().min(0),
    content: contentView,
  }),
  answer: z.object({ number: z.int(), words: z.int() }),
});

/** A review as the author of the post reads it: without instants, and without a name where it is hidden. */
export const receivedReview = sentReview.extend({
  id,
  /** The reviewer's name, or "Reviewer A". */
  by: z.string(),
  /** The post was changed since it was reviewed. */
  changedSince: z.boolean(),
  answer: response,
});
export type ReceivedReview = z.infer<typeof receivedReview>;

export const getReceived = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/received-reviews',
  who: 'student',
  staleOn: ['posts'],
  staleAfter: ['reviews'],
  summary: 'The reviews of one’s own post that one has received (student)',
  params: forumParams,
  answer: z.object({
    forum: z.object({ id, title: z.string() }),
    /** One’s own initial post as it stands. */
    post: z.object({ id, html: z.string(), mayEdit: z.boolean() }).nullable(),
    response: z.boolean(),
    reviews: z.array(receivedReview),
  }),
});

export const answerReview = endpoint({
  method: 'put',
  path: '/api/courses/:course/reviews/:assignment/answer',
  who: 'student',
  changes: ['reviews', 'notices'],
  summary: 'Answer a review of one’s own post, once (student: the author)',
  params: assignmentParams,
  body: z.strictObject({ doc: richText }),
  answer: done,
});

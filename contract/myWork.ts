import { z } from 'zod';
import { courseParams, id, instant } from './basics';
import { endpoint } from './endpoint';
import { slot, standing } from './coreValues';
import { requiredNumbers } from './requirements';

/** What one forum asks of the student, now. */
export const workLine = z.object({
  forumId: id,
  title: z.string(),
  phase: z.enum(['locked', 'announced', 'readOnly', 'open']),
  opensAt: instant.nullable(),
  unmet: z.array(z.string()),
  slots: z.array(slot),
  standing: standing,
  /** The next due date that concerns the student, past or to come; null without one. */
  due: instant.nullable(),
  /** Whether that due date, with its grace, has passed. */
  overdue: z.boolean(),
  initialDue: instant.nullable(),
  repliesDue: instant.nullable(),
  reviewsDue: instant.nullable(),
  postingUntil: instant.nullable(),
  /** What is required of the student, as it holds for them. */
  required: requiredNumbers,
  /** Only staff read it. */
  journal: z.boolean(),
  questions: z.boolean(),
  sealed: z.boolean(),
  draftWords: z.int().nullable(),
  answered: z.int(),
  evaluated: z.boolean(),
  score: z.object({ points: z.int(), maximum: z.int() }).nullable(),
  excused: z.boolean(),
});
export type WorkLine = z.infer<typeof workLine>;

/** Something that was begun and not sent, with the words it begins with. */
export const workDraft = z.object({
  forumId: id,
  title: z.string(),
  key: z.string(),
  /** Whom it answers; null for an opening or a change of one's own post. */
  to: z.string().nullable(),
  words: z.int(),
  begins: z.string(),
  savedAt: instant,
});
export type WorkDraft = z.infer<typeof workDraft>;

export const getMyWork = endpoint({
  method: 'get',
  path: '/api/courses/:course/my-work',
  who: 'student',
  summary: 'What is due, open and done (student)',
  params: courseParams,
  answer: z.object({ forums: z.array(workLine), drafts: z.array(workDraft) }),
  staleOn: ['posts'],
});

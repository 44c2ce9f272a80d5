import { evaluationRules } from './evaluationRules';
import { z } from 'zod';
import type { Forum } from '../core/course/forum';
import { id, instant, percent } from './basics';
import { requiredNumbers } from './requirements';
import { reviewBounds, reviewSettings } from './reviewSettings';
import { richText } from './richText';

/** The kinds of files a post may carry. */
export const ATTACHMENT_KINDS = ['image', 'document', 'audio', 'video'] as const;

const date = instant.nullable();
const ids = z.array(id).max(5000);

/** The seven dates. */
export const schedule = z.strictObject({
  visibleFrom: date,
  visibleUntil: date,
  postingFrom: date,
  postingUntil: date,
  initialDue: date,
  repliesDue: date,
  reviewsDue: date,
});

const { shape: numbers } = requiredNumbers;
const words = numbers.initialMinWords;
const required = requiredNumbers.extend({
  different: numbers.different.nullable(),
  ownThreadCounts: z.boolean(),
  questions: z.int().min(0).max(50, 'at most 50').nullable(),
});

const dateTerm = z.union([
  z.literal('none'),
  z.strictObject({ at: instant }),
  z.strictObject({ plusMinutes: z.int().min(-525_600).max(525_600) }),
]);

/** Dates or numbers that differ for some. */
export const ownTerms = z.strictObject({
  id,
  targets: z.strictObject({ kind: z.enum(['sections', 'groups', 'students']), ids }),
  dates: z.strictObject({
    visibleFrom: dateTerm.optional(),
    visibleUntil: dateTerm.optional(),
    postingFrom: dateTerm.optional(),
    postingUntil: dateTerm.optional(),
    initialDue: dateTerm.optional(),
    repliesDue: dateTerm.optional(),
    reviewsDue: dateTerm.optional(),
  }),
  numbers: requiredNumbers.partial(),
});

/** The rules of a forum as they are saved: core's Forum without what is decided elsewhere (status, freeze). */
export const forumRules = z.strictObject({
  openings: z.enum(['answerPrompt', 'answerQuestions', 'oneThreadEach', 'threadsFreely']),
  readers: z.enum(['class', 'section', 'group', 'staff']),
  groupPlanId: id.nullable(),
  openSpacesAfterClose: z.boolean(),
  audience: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('everyone') }),
    z.strictObject({ kind: z.literal('listed'), sectionIds: ids, groupIds: ids, studentIds: ids }),
  ]),
  schedule,
  graceMinutes: z.int().min(0).max(1440, 'at most 1,440 minutes (a day)'),
  seal: z
    .strictObject({
      minWords: z.int().min(1, 'at least 1 word').max(5000).nullable(),
      lift: z.union([
        z.enum(['never', 'whenPostingCloses', 'atInitialDue']),
        z.strictObject({ at: instant }),
      ]),
    })
    .nullable(),
  questions: z.array(z.strictObject({ id, retired: z.boolean(), text: richText })).max(50),
  /** A way of showing; which post is answered is always kept. */
  threading: z.enum(['nested', 'oneLevel']),
  /** Which posts of students wait for approval. */
  hold: z.enum(['none', 'all', 'first']),
  /** Who is told of new posts. */
  told: z.enum(['everyone', 'each', 'nobody']),
  /** Whether recent posts are shown beside the forum in students' lists. */
  recent: z.boolean(),
  /** Whether readers may subscribe to a feed of it. */
  feed: z.boolean(),
  /** Words that are wished for and never withheld from counting; null: none. */
  recommended: z.strictObject({
    initial: words.nullable(),
    reply: words.nullable(),
    post: words.nullable(),
  }),
  /** How the score is shown in the gradebook. */
  display: z.enum(['points', 'percent', 'letter', 'done']),
  required,
  review: reviewSettings.nullable(),
  ownTerms: z.array(ownTerms).max(500),
  prerequisites: z
    .array(
      z.strictObject({
        forumId: id,
        condition: z.discriminatedUnion('kind', [
          z.strictObject({ kind: z.literal('initialPosts') }),
          z.strictObject({ kind: z.literal('allPosts') }),
          z.strictObject({ kind: z.literal('score'), atLeast: percent }),
        ]),
      }),
    )
    .max(20),
  allowed: z.strictObject({
    postAfterDue: z.boolean(),
    edit: z.union([
      z.enum(['never', 'untilAnswered', 'untilPostingCloses']),
      z.strictObject({ minutes: z.int().min(1).max(10_080) }),
    ]),
    remove: z.enum(['never', 'untilAnswered', 'anyTime']),
    attach: z.boolean(),
    quote: z.boolean(),
    approve: z.enum(['off', 'nods', 'ratings']),
    /** Whether nods and ratings are counted in the open, or only the author learns of them. */
    approveShown: z.enum(['private', 'open']),
    attachments: z.strictObject({
      kinds: z.array(z.enum(ATTACHMENT_KINDS)).min(1, 'choose at least one kind'),
      number: z.int().min(1, 'at least 1').max(20, 'at most 20'),
      megabytes: z.int().min(1, 'at least 1').max(100, 'at most 100'),
    }),
  }),
  ready: z.strictObject({
    when: z.union([z.enum(['complete', 'anyPost']), z.strictObject({ atLeast: z.int().min(1).max(100) })]),
    afterLastDue: z.boolean(),
  }),
  evaluation: evaluationRules.nullable(),
});
export type ForumRules = z.infer<typeof forumRules>;

/** Bounds that no single field can see: ends before starts, more different people than replies. */
function acrossFields(settings: { rules: ForumRules }, context: z.RefinementCtx): void {
  const refuse = (field: string, message: string) =>
    context.addIssue({ code: 'custom', message, path: ['rules', ...field.split('.')] });
  const { schedule: dates, required: posts, seal, readers, allowed } = settings.rules;
  for (const window of ['visible', 'posting'] as const) {
    const from = dates[`${window}From`];
    const until = dates[`${window}Until`];
    if (from !== null && until !== null && until < from) {
      refuse(
        `schedule.${window}Until`,
        'This ends before it starts; choose a later end or an earlier start.',
      );
    }
  }
  if (posts.different !== null && posts.different > posts.replies) {
    refuse('required.different', `At most ${posts.replies}: there are no more replies than that.`);
  }
  if (posts.attachment > 0 && !allowed.attach)
    refuse('required.attachment', 'Allow attachments to require one.');
  if (seal !== null && readers === 'staff') refuse('seal', 'A journal needs no seal: only staff read it.');
  const kept = settings.rules.questions.filter((question) => !question.retired).length;
  if (posts.questions !== null && settings.rules.openings === 'answerQuestions' && posts.questions > kept)
    refuse('required.questions', `At most ${kept}: there are no more questions than that.`);
  if (readers === 'group' && settings.rules.groupPlanId === null)
    refuse('groupPlanId', 'Choose a group plan.');
  for (const [field, message] of reviewBounds(settings.rules)) refuse(field, message);
}

/** Everything a person sets when building a forum. */
export const forumSettings = z
  .strictObject({
    title: z.string().trim().min(1, 'Give the forum a title.').max(160, 'At most 160 characters.'),
    unitId: id.nullable(),
    prompt: richText,
    categoryId: id.nullable(),
    rules: forumRules,
    /** A thread opened as staff when the forum is published, visible under the seal. */
    starter: richText.nullable(),
    /** The gradebook item it feeds: null for one of its own, or an item made before. */
    itemId: id.nullable(),
  })
  .superRefine(acrossFields);
export type ForumSettings = z.infer<typeof forumSettings>;

/** Core's view of saved settings. */
export function forumOf(
  settings: { readonly rules: ForumRules },
  saved: { id: string; status: 'draft' | 'published'; frozen: boolean },
): Forum {
  return { ...settings.rules, id: saved.id, status: saved.status, frozen: saved.frozen };
}

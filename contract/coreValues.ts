import { z } from 'zod';
import type { DoReason } from '../core/access/mayDo';
import type { NotAskedReason } from '../core/terms/asked';
import type { Phase, PhaseReason } from '../core/access/phase';
import type { TermSource } from '../core/terms/resolveTerms';
import type { SealedScopes } from '../core/access/seal';
import type { Part } from '../core/course/evaluation';
import { DATE_NAMES, NUMBER_NAMES, type DateName, type Forum, type NumberName } from '../core/course/forum';
import type { HighlightKind, Revision, Post } from '../core/course/post';
import type { Student } from '../core/course/roster';
import type { EvidenceMark } from '../core/evidence/evidenceOf';
import type { Display } from '../core/gradebook/gradebook';
import type { NoticeKind, ToldDates } from '../core/notices/notice';
import type { ChangeSince } from '../core/participation/changedSince';
import type { DocketState } from '../core/participation/docketState';
import { SLOT_KINDS, type SlotKind } from '../core/course/slotKind';
import type { Slot, SlotState } from '../core/participation/slot';
import type { Standing } from '../core/participation/standing';
import type { UnusedReason, Use } from '../core/participation/usesOf';
import type { WouldCount } from '../core/participation/wouldCount';
import type { Agreement } from '../core/scoring/agreement';
import type { Done } from '../core/scoring/kinds/basis';
import type { Distribution } from '../core/scoring/distribution';
import type { ExplanationCode, ExplanationLine } from '../core/scoring/kinds/explanation';
import type { GateState } from '../core/scoring/gate';
import type { Suggestion } from '../core/scoring/suggest';
import type { Stretch } from '../core/text/compareWords';
import type { RichNode } from '../core/text/richText';
import { instant, points } from './basics';
import { part as partOf } from './parts';
import { forumRules } from './forumSettings';
import { postText } from './richText';

/**
 * What core works out, as it stands in answers: schemas of its types. The type of each says that it allows nothing else, a list of names
 * has every name, and the tests of the server hold every answer against them.
 */

/** One of the names of a type, every one of which is listed. */
function oneOf<T extends string>(names: Readonly<Record<T, true>>): z.ZodType<T> {
  return z.enum(Object.keys(names) as [T, ...T[]]) as unknown as z.ZodType<T>;
}

/** Keys of the data itself, which are shorter than those clients make. */
const key = z.string().min(1).max(200);
const count = z.int().min(0);

export const slotKind: z.ZodType<SlotKind> = z.enum(SLOT_KINDS);
export const slotState = oneOf<SlotState>({
  met: true,
  metLate: true,
  short: true,
  pending: true,
  open: true,
  missed: true,
});

export const slot: z.ZodType<Slot> = z.object({
  kind: slotKind,
  number: z.int().min(1),
  state: slotState,
  overdue: z.boolean(),
  due: instant.nullable(),
  postId: key.nullable(),
  assignmentId: key.optional(),
  questionId: key.nullable(),
  metAt: instant.nullable(),
  daysLate: count,
});

export const standing = oneOf<Standing>({ none: true, partial: true, complete: true, completeLate: true });

export const phase = oneOf<Phase>({
  absent: true,
  locked: true,
  announced: true,
  readOnly: true,
  open: true,
});

const prerequisite = z.object({
  forumId: key,
  condition: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('initialPosts') }),
    z.object({ kind: z.literal('allPosts') }),
    z.object({ kind: z.literal('score'), atLeast: z.int() }),
  ]),
});

export const phaseReason: z.ZodType<PhaseReason> = z.discriminatedUnion('code', [
  z.object({ code: z.enum(['draft', 'removedFromRoster', 'notInAudience', 'noSpace', 'frozen']) }),
  z.object({ code: z.enum(['visibleFrom', 'visibleUntil', 'postingFrom', 'postingUntil']), at: instant }),
  z.object({ code: z.literal('postingOpen'), until: instant.nullable() }),
  z.object({ code: z.literal('prerequisites'), unmet: z.array(prerequisite) }),
]);

export const doReason: z.ZodType<DoReason> = z.discriminatedUnion('code', [
  z.object({ code: z.enum(['allowed', 'staff']) }),
  z.object({ code: z.literal('phase'), phase, reason: phaseReason }),
  z.object({ code: z.literal('dueDatePassed'), due: instant }),
  z.object({
    code: z.enum([
      'sealed',
      'notReadable',
      'removed',
      'removedByStaff',
      'notYours',
      'yourOwn',
      'answered',
      'threadFrozen',
      'staffOnly',
      'studentsOnly',
      'noAsideHere',
      'notYourStudents',
      'forumRule',
    ]),
  }),
  z.object({ code: z.literal('editTimeOver'), until: instant }),
  z.object({ code: z.literal('oneThreadOnly') }),
]);

export const evidenceMark = oneOf<EvidenceMark>({ changed: true, writtenAnew: true, fewWords: true });

export const changeSince = oneOf<ChangeSince>({
  written: true,
  revised: true,
  removed: true,
  counts: true,
  countsNoMore: true,
});

export const docketState = oneOf<DocketState>({
  excused: true,
  changed: true,
  released: true,
  given: true,
  nothing: true,
  ready: true,
  waiting: true,
});

const unusedReason = oneOf<UnusedReason>({
  removed: true,
  held: true,
  returned: true,
  aside: true,
  toStaff: true,
  toOneself: true,
  ownThread: true,
  answeredAlready: true,
  enough: true,
  further: true,
  notAsked: true,
});

export const use: z.ZodType<Use> = z.union([
  z.object({ postId: key, kind: slotKind, number: z.int().min(1), reason: z.null() }),
  z.object({ postId: key, kind: z.null(), number: z.null(), reason: unusedReason }),
]);

export const wouldCount: z.ZodType<WouldCount> = z.object({
  fromWords: z.int().min(1),
  slot: z
    .object({
      kind: slotKind,
      number: z.int().min(1),
      state: slotState,
      due: instant.nullable(),
      daysLate: count,
    })
    .nullable(),
  reason: unusedReason.nullable(),
});

export const part: z.ZodType<Part> = partOf;

const explanationCode = oneOf<ExplanationCode>({
  given: true,
  notYetGiven: true,
  criterion: true,
  ticked: true,
  notTicked: true,
  level: true,
  combined: true,
  noPosts: true,
  ratings: true,
  tooFewRatings: true,
  completion: true,
  completionAllOrNothing: true,
  allWaived: true,
  lateness: true,
  gateReplies: true,
  gateWhole: true,
  adjustment: true,
  heldWithin: true,
  override: true,
  byHand: true,
  together: true,
});

export const explanationLine: z.ZodType<ExplanationLine> = z.object({
  code: explanationCode,
  partId: key.nullable(),
  amount: points,
  params: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])),
  postIds: z.array(key),
});

const gateState = oneOf<GateState>({ open: true, shut: true, undecided: true });

export const suggestion: z.ZodType<Suggestion> = z.object({
  points,
  computed: points,
  parts: z.array(z.object({ partId: key, value: points, points, incomplete: z.boolean() })),
  incomplete: z.boolean(),
  gate: gateState,
  lines: z.array(explanationLine),
});

export const agreement: z.ZodType<Agreement> = z.object({
  pairs: count,
  same: count,
  near: count,
  meanDifference: points.nullable(),
});

export const distribution: z.ZodType<Distribution> = z.object({
  count,
  mean: points.nullable(),
  lowest: points.nullable(),
  highest: points.nullable(),
  stretches: z.array(count),
});

export const display = oneOf<Display>({ points: true, percent: true, letter: true, done: true });

export const stretch: z.ZodType<Stretch> = z.object({
  kind: z.enum(['same', 'added', 'removed']),
  text: z.string(),
});

export const highlightKind = oneOf<HighlightKind>({ pinned: true, answer: true });

export const noticeKind = oneOf<NoticeKind>({
  answer: true,
  aside: true,
  mention: true,
  followed: true,
  approved: true,
  returned: true,
  changeApproved: true,
  changeReturned: true,
  removed: true,
  edited: true,
  released: true,
  opens: true,
  due: true,
  dates: true,
  sent: true,
  looked: true,
  looks: true,
  reviewsGiven: true,
  reviewed: true,
  reviewWithheld: true,
  timeAsked: true,
  timeAnswered: true,
  held: true,
  reported: true,
  announced: true,
  asked: true,
  askedAnswered: true,
});

const toldDates: z.ZodType<ToldDates> = z.object({
  postingFrom: instant.nullable(),
  postingUntil: instant.nullable(),
  initialDue: instant.nullable(),
  repliesDue: instant.nullable(),
  reviewsDue: instant.nullable(),
});
export const changedDates = z.object({ before: toldDates, after: toldDates });

export const sealedScopes: z.ZodType<SealedScopes> = z.union([z.enum(['none', 'forum']), z.array(key)]);

export const termName: z.ZodType<DateName | NumberName> = z.enum([...DATE_NAMES, ...NUMBER_NAMES]);

export const termSource: z.ZodType<TermSource> = z.discriminatedUnion('from', [
  z.object({ from: z.literal('forum') }),
  z.object({ from: z.literal('accommodation'), level: z.literal('students') }),
  z.object({ from: z.literal('ownTerms'), id: key, level: z.enum(['sections', 'groups', 'students']) }),
]);

export const student: z.ZodType<Student> = z.object({
  id: key,
  sectionId: key.nullable(),
  groupIds: z.array(key),
  enrolledFrom: z.int(),
  removed: z.boolean(),
  accommodationMinutes: z.int(),
});

const rules = forumRules.shape;
/** A forum as the rules see it. */
export const forumFacts: z.ZodType<Forum> = z.object({
  id: key,
  status: z.enum(['draft', 'published']),
  frozen: z.boolean(),
  openings: rules.openings,
  readers: rules.readers,
  groupPlanId: rules.groupPlanId,
  openSpacesAfterClose: rules.openSpacesAfterClose,
  audience: rules.audience,
  schedule: rules.schedule,
  graceMinutes: rules.graceMinutes,
  seal: rules.seal,
  questions: z.array(z.object({ id: key, retired: z.boolean() })),
  required: rules.required,
  review: rules.review,
  ownTerms: rules.ownTerms,
  prerequisites: rules.prerequisites,
  allowed: z.object(rules.allowed.shape),
  hold: rules.hold,
  ready: rules.ready,
  evaluation: rules.evaluation,
});

const revision: z.ZodType<Revision> = z.object({
  at: instant,
  words: count,
  byStaff: z.boolean(),
  attachments: count,
});
const span = z.object({ from: instant, to: instant.nullable() });

const post: z.ZodType<Post> = z.object({
  id: key,
  forumId: key,
  authorId: key,
  authorKind: z.enum(['student', 'staff']),
  parentId: key.nullable(),
  threadId: key,
  threadAuthorId: key,
  answers: z.object({ authorId: key, authorKind: z.enum(['student', 'staff']) }).nullable(),
  spaceId: key.nullable(),
  questionId: key.nullable(),
  starter: z.boolean(),
  asideWith: key.nullable(),
  revisions: z.array(revision).min(1),
  removals: z.array(span),
  approvals: z.array(
    z.object({
      at: instant,
      state: z.enum(['held', 'approved', 'returned']),
      standing: z.int().min(1).optional(),
    }),
  ),
  ratings: z.array(span.extend({ value: z.int().min(1).max(5) })).optional(),
  freezes: z.array(span).optional(),
  highlights: z.array(span.extend({ kind: highlightKind })).optional(),
});

const notAskedReason = oneOf<NotAskedReason>({
  draft: true,
  notInAudience: true,
  noSpace: true,
  removedFromRoster: true,
  enrolledAfterEnd: true,
});

/** What a suggested score is worked out from, besides the forum. */
export const done: z.ZodType<Done> = z.object({
  notAsked: notAskedReason.nullable(),
  slots: z.array(slot),
  counted: z.array(post),
});

/** A text as it was stored, in an answer. */
export const storedText: z.ZodType<RichNode> = postText;

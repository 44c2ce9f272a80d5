import { z } from 'zod';
import { announcedTo } from './announcements';
import { instant, points } from './basics';
import { courseSettings } from './courseSettings';
import { guide } from './parts';

const key = z.string();
const time = instant.nullable();
const rich = z
  .object({ type: z.string() })
  .loose()
  .describe('A rich text: a node with its kind, marks and content');

const person = z.strictObject({
  id: key,
  role: z.enum(['instructor', 'assistant', 'student']),
  givenName: z.string(),
  familyName: z.string(),
  preferredName: z.string().nullable(),
  /** Whether the family name is written before the given name. */
  familyFirst: z.boolean(),
  sortableName: z.string(),
  email: z.string(),
  studentNumber: z.string().nullable(),
  sectionId: key.nullable(),
  /** Sections an assistant works with; null: all. */
  sections: z.array(key).nullable(),
  enrolledFrom: instant,
  removedAt: time,
  accommodationMinutes: z.int(),
  accommodationReason: z.string().nullable(),
});

const forum = z.strictObject({
  id: key,
  title: z.string(),
  unitId: key.nullable(),
  categoryId: key.nullable(),
  status: z.enum(['draft', 'published']),
  frozen: z.boolean(),
  pinned: z.int().nullable(),
  removedAt: time,
  prompt: rich,
  starter: rich.nullable(),
  rules: z.record(z.string(), z.unknown()).describe('`forumRules` of contract/forumSettings.ts'),
});

const post = z.strictObject({
  id: key,
  forumId: key,
  authorId: key,
  authorKind: z.enum(['student', 'staff']),
  parentId: key.nullable(),
  threadId: key,
  spaceId: key.nullable(),
  questionId: key.nullable(),
  starter: z.boolean(),
  asideWith: key.nullable(),
  createdAt: instant,
  revisions: z.array(
    z.strictObject({ at: instant, authorId: key, byStaff: z.boolean(), words: z.int(), doc: rich }),
  ),
  removals: z.array(z.strictObject({ from: instant, to: time, by: key, why: z.string().nullable() })),
  approvals: z.array(
    z.strictObject({
      at: instant,
      state: z.enum(['held', 'approved', 'returned']),
      by: key,
      reason: z.string().nullable(),
      /** Of a change to an approved post: how many versions stood before it; null of a whole post. */
      standing: z.int().nullable(),
    }),
  ),
  freezes: z.array(z.strictObject({ from: instant, to: time, by: key })),
  highlights: z.array(
    z.strictObject({ kind: z.enum(['pinned', 'answer']), from: instant, to: time, by: key }),
  ),
  attachments: z.array(z.strictObject({ revision: z.int(), fileId: key, alt: z.string() })),
  nods: z.array(
    z.strictObject({
      personId: key,
      kind: z.enum(['nod', 'rating']),
      value: z.int(),
      at: instant,
      endedAt: time,
    }),
  ),
});

const assignment = z.strictObject({
  id: key,
  forumId: key,
  reviewerId: key,
  authorId: key,
  postId: key,
  /** The version of the post that others read when it was assigned. */
  postNumber: z.int(),
  madeAt: instant,
  /** null: drawn by Juror. */
  madeBy: key.nullable(),
  endedAt: time,
  ended: z.enum(['lapsed', 'moved', 'withdrawn', 'pairedAnew']).nullable(),
  endedBy: key.nullable(),
  receivedAt: time,
  versions: z.array(
    z.strictObject({
      at: instant,
      postNumber: z.int(),
      words: z.int(),
      content: z.record(z.string(), z.unknown()).describe('`reviewContent` of contract/reviews.ts'),
      guide: guide.nullable(),
      files: z.array(key),
    }),
  ),
  answer: z.strictObject({ at: instant, words: z.int(), doc: rich }).nullable(),
  withheld: z.array(
    z.strictObject({
      from: instant,
      to: time,
      fills: z.boolean(),
      reason: z.string(),
      by: key,
      liftedBy: key.nullable(),
    }),
  ),
});
const item = z.strictObject({
  id: key,
  forumId: key.nullable(),
  title: z.string(),
  categoryId: key.nullable(),
  maximum: points,
  display: z.enum(['points', 'percent', 'letter', 'done']),
  counts: z.boolean(),
  extraCredit: z.boolean(),
  dueAt: time,
  removedAt: time,
});

const score = z.strictObject({
  itemId: key,
  studentId: key,
  /** On the scale of the forum that feeds the item, or of the item. */
  points: points.nullable(),
  givenAt: time,
  givenBy: key.nullable(),
  releasedAt: time,
  excused: z.boolean(),
  decisions: z.record(z.string(), z.unknown()),
  lines: z.array(z.record(z.string(), z.unknown())),
  remark: rich.nullable(),
  passages: z.array(z.record(z.string(), z.unknown())),
  files: z.array(key),
});

/**
 * A whole course in one JSON file. Instants are UTC milliseconds, points hundredths of a point, percentages hundredths of a percent. What
 * belongs to one person alone (drafts, bookmarks, what was read, remarks saved for oneself) is not in it, nor are the contents of files.
 */
export const courseFile = z.strictObject({
  juror: z.literal('course'),
  version: z.literal(1),
  exportedAt: instant,
  course: courseSettings,
  sections: z.array(z.strictObject({ id: key, title: z.string() })),
  people: z.array(person),
  groupPlans: z.array(
    z.strictObject({
      id: key,
      title: z.string(),
      groups: z.array(z.strictObject({ id: key, title: z.string(), members: z.array(key) })),
    }),
  ),
  guides: z.array(z.strictObject({ id: key, guide })),
  forums: z.array(forum),
  posts: z.array(post),
  files: z.array(
    z.strictObject({
      id: key,
      name: z.string(),
      type: z.string(),
      size: z.int(),
      sha256: z.string(),
      uploadedBy: key,
      at: instant,
    }),
  ),
  items: z.array(item),
  scores: z.array(score),
  readings: z.array(
    z.strictObject({
      itemId: key,
      studentId: key,
      readerId: key,
      points: points.nullable(),
      givenAt: time,
      decisions: z.record(z.string(), z.unknown()),
    }),
  ),
  looks: z.array(
    z.strictObject({
      id: key,
      itemId: key,
      studentId: key,
      askedAt: instant,
      reason: z.string(),
      state: z.enum(['asked', 'answered', 'changed']),
      answer: z.string().nullable(),
      answeredAt: time,
      answeredBy: key.nullable(),
    }),
  ),
  moreTime: z.array(
    z.strictObject({
      id: key,
      forumId: key,
      studentId: key,
      askedAt: instant,
      reason: z.string(),
      until: time,
      state: z.enum(['asked', 'granted', 'declined', 'withdrawn']),
      answer: z.string().nullable(),
      answeredAt: time,
      answeredBy: key.nullable(),
    }),
  ),
  /** Who was given whose post to review, with every version that was sent, what its author answered, and what was kept from them. */
  assignments: z.array(assignment),
  /** Pairs of people who must not review one another. */
  mustNots: z.array(z.strictObject({ oneId: key, otherId: key, by: key, at: instant })),
  /** What staff announced, or plan to; to everyone, or to these sections and groups. */
  announcements: z.array(
    z.strictObject({ id: key, title: z.string(), text: z.string(), to: announcedTo, at: instant, by: key }),
  ),
  /** How often students opened forums, by the day of the course’s zone; empty where the course does not keep it. */
  visits: z.array(
    z.strictObject({
      forumId: key,
      studentId: key,
      day: z.string(),
      visits: z.int(),
      first: instant,
      last: instant,
    }),
  ),
  /** Whose a student of a docket that is shared out is to evaluate. */
  shares: z.array(z.strictObject({ forumId: key, studentId: key, evaluatorId: key })),
  notes: z.array(z.strictObject({ studentId: key, text: z.string(), at: instant, by: key })),
  /** Everything that was ever changed, in its order: who, when, what, before, after, why. */
  record: z.array(
    z.strictObject({
      at: instant,
      by: key,
      what: z.string(),
      subject: z.string(),
      before: z.unknown(),
      after: z.unknown(),
      why: z.string().nullable(),
    }),
  ),
});
export type CourseFile = z.infer<typeof courseFile>;

/** The JSON Schema of the file, as it is served and as it stands in docs/formats. */
export function courseFileSchema(): object {
  return z.toJSONSchema(courseFile, { unrepresentable: 'any', io: 'output' });
}

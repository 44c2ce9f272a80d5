import { z } from 'zod';
import type { Slot } from '../core/participation/slot';
import type { EvidenceMark } from '../core/evidence/evidenceOf';
import { id, instant, personName, version, type PersonName } from './basics';
import { fileView } from './files';
import { doReason, evidenceMark, slotKind, slotState } from './coreValues';

/** Whether something may be done, and why. */
export const may = z.object({ yes: z.boolean(), reason: doReason });

/** A required post as its post shows it. */
const postSlot: z.ZodType<Pick<Slot, 'kind' | 'number' | 'state' | 'daysLate'>> = z.object({
  kind: slotKind,
  number: z.int().min(1),
  state: slotState,
  daysLate: z.int().min(0),
});
export type PostSlot = z.infer<typeof postSlot>;

/**
 * A post in the shape of a conversation, without its text: what is needed to lay out ten thousand of them. What most posts
 * have not is left out where it is not so.
 */
export const postLine = z.object({
  id,
  /** The post it answers; null for an opening, and where what it answers is not there for the person. */
  parentId: id.nullable(),
  /** It answers something that is not there for the person. */
  orphan: z.literal(true).optional(),
  /** null for the empty place of a removed post. */
  authorId: id.nullable(),
  /** When the server received it. */
  at: instant,
  words: z.int(),
  questionId: id.optional(),
  /** The section, group or student whose conversation it stands in; left out for all. */
  spaceId: id.optional(),
  byStaff: z.literal(true).optional(),
  /** Removed, without author and text. */
  place: z.literal(true).optional(),
  editedAt: instant.optional(),
  starter: z.literal(true).optional(),
  removed: z.literal(true).optional(),
  waiting: z.enum(['held', 'returned']).optional(),
  /** A change to it waits for approval, or was given back; for its author and staff. */
  change: z.enum(['held', 'returned']).optional(),
  asideWith: id.optional(),
  /** Its last version is by this member of staff, who is not its author. */
  editedBy: id.optional(),
  /** Its thread is frozen; on the opening post. */
  frozen: z.literal(true).optional(),
  /** Its thread stands on top; on the opening post. */
  pinned: z.literal(true).optional(),
  /** Staff marked it as the answer of its thread. */
  answer: z.literal(true).optional(),
  /** For staff: why they may want to look at how it opened the seal. */
  marks: z.array(evidenceMark).optional(),
  /** The required post it fills; for its author and staff. */
  slot: postSlot.optional(),
  /** By someone else, and not read yet. */
  unread: z.literal(true).optional(),
  /** One's own mark to come back to. */
  bookmarked: z.literal(true).optional(),
});
export type PostLine = z.infer<typeof postLine>;

/** What a post says, and what may be done with it: fetched for the posts that are laid out. */
export const postBody = z.object({
  id,
  html: z.string(),
  attachments: z.array(fileView),
  /** Nods or ratings, where the forum has them; what the person may not know is null. */
  nods: z
    .object({
      mine: z.int().nullable(),
      count: z.int().nullable(),
      /** Mean rating in hundredths. */
      mean: z.int().nullable(),
      may: may,
    })
    .nullable(),
  /** Why it was given back; for its author and staff. */
  returnedWhy: z.string().nullable(),
  /** Who removed it, and why; for its author and staff while it is removed. */
  removal: z.object({ by: personName, at: instant, why: z.string().nullable() }).nullable(),
  /** The number of the version shown, by which it is quoted. */
  number: z.int(),
  /** How many versions there are; for its author and staff, else 0. */
  revisions: z.int(),
  /** When the last draft of it was kept before it was sent; for its author and staff. */
  draftKeptAt: instant.nullable(),
  version,
  /** Whether the person reported it to staff and that waits; told to nobody else. */
  reported: z.boolean(),
  may: z.object({
    answer: may,
    aside: may,
    quote: may,
    edit: may,
    remove: may,
    moderate: may,
    report: may,
  }),
});
export type PostBody = z.infer<typeof postBody>;

/** A post as one person receives it, with everything that its line leaves out. */
export interface PostView {
  readonly id: string;
  readonly parentId: string | null;
  /** Whether it opens a conversation, and answers nothing. */
  readonly opens: boolean;
  readonly questionId: string | null;
  readonly spaceId: string | null;
  /** `place`: removed, without author and text. */
  readonly as: 'text' | 'place';
  readonly author: (PersonName & { readonly kind: 'student' | 'staff' }) | null;
  readonly mine: boolean;
  readonly createdAt: number;
  readonly editedAt: number | null;
  readonly words: number;
  readonly starter: boolean;
  readonly removed: boolean;
  readonly waiting: 'held' | 'returned' | null;
  /** A change to it that others do not read. */
  readonly change: 'held' | 'returned' | null;
  /** The student an aside is between and staff. */
  readonly asideWith: PersonName | null;
  /** Staff who changed it last, and did not write it. */
  readonly editedBy: PersonName | null;
  readonly frozen: boolean;
  readonly pinned: boolean;
  readonly isAnswer: boolean;
  readonly marks: readonly EvidenceMark[];
  readonly slot: PostSlot | null;
  readonly read: boolean;
  readonly bookmarked: boolean;
}

/** The posts of a forum with everything their lines leave out, in reading order. */
export function postsOf(forum: {
  readonly me: string;
  readonly people: readonly PersonName[];
  readonly posts: readonly PostLine[];
}): PostView[] {
  const people = new Map(forum.people.map((person) => [person.id, person]));
  const staff = new Map<string, PersonName & { kind: 'staff' }>();
  const students = new Map<string, PersonName & { kind: 'student' }>();
  for (const person of forum.people) {
    staff.set(person.id, { ...person, kind: 'staff' });
    students.set(person.id, { ...person, kind: 'student' });
  }
  return forum.posts.map((line) => ({
    id: line.id,
    parentId: line.parentId,
    opens: line.parentId === null && line.orphan === undefined,
    questionId: line.questionId ?? null,
    spaceId: line.spaceId ?? null,
    as: line.place ? 'place' : 'text',
    author:
      line.authorId === null || !people.has(line.authorId)
        ? null
        : (line.byStaff ? staff : students).get(line.authorId)!,
    mine: line.authorId === forum.me,
    createdAt: line.at,
    editedAt: line.editedAt ?? null,
    words: line.words,
    starter: line.starter ?? false,
    removed: line.removed ?? false,
    waiting: line.waiting ?? null,
    change: line.change ?? null,
    asideWith: people.get(line.asideWith ?? '') ?? null,
    editedBy: people.get(line.editedBy ?? '') ?? null,
    frozen: line.frozen ?? false,
    pinned: line.pinned ?? false,
    isAnswer: line.answer ?? false,
    marks: line.marks ?? [],
    slot: line.slot ?? null,
    read: line.unread !== true,
    bookmarked: line.bookmarked ?? false,
  }));
}

import type { PersonName } from '../../contract/basics';
import type { PostLine, PostSlot } from '../../contract/posts';
import { versionRead } from '../../core/access/versionRead';
import { inReadingOrder } from '../../core/conversation/inReadingOrder';
import { approvalAt, openChange } from '../../core/course/approval';
import { createdAt, isHighlightedAt, type Post } from '../../core/course/post';
import { participationOf } from '../../core/participation/participationOf';
import { isOfPost } from '../../core/participation/requirements/requirements';
import type { Slot } from '../../core/participation/slot';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { marksOf } from '../readMarks/readMarks';
import { evidenceMarks } from '../evidence/evidence';
import type { OpenForum } from '../course/access/openForum';

function putSlots(slots: readonly Slot[], map: Map<string, PostSlot>): void {
  for (const slot of slots) {
    const { postId, kind, number, state, daysLate } = slot;
    if (postId !== null && isOfPost(slot) && !map.has(postId))
      map.set(postId, { kind, number, state, daysLate });
  }
}

/** Slots of whoever's standing the person may see: a student's own, for staff everyone's they work with. */
function visibleSlots(
  opened: OpenForum,
  course: InCourse,
  posts: Iterable<Post>,
  now: number,
): ReadonlyMap<string, PostSlot> {
  const { forum, data } = opened;
  const slots = new Map<string, PostSlot>();
  const authors =
    course.person.kind === 'student'
      ? [course.person.id]
      : [...new Set([...posts].map((post) => post.authorId))].filter((id) => worksWith(course, id));
  for (const author of authors) {
    const student = data.students.get(author);
    if (student) putSlots(participationOf(data, forum, student, now).slots, slots);
  }
  return slots;
}

/** The version the person reads. */
function versionOf(opened: OpenForum, post: Post, now: number) {
  const number = versionRead(opened.access, post, now);
  return { number, revision: post.revisions[number - 1]! };
}

const NO_MARKS: Awaited<ReturnType<typeof evidenceMarks>> = new Map();

/** Of students' posts whose last version is by staff: by whom. */
async function staffWhoChanged(db: Db, opened: OpenForum, now: number): Promise<Map<string, string>> {
  const changed = [...opened.posts.values()].filter(
    (post) =>
      post.revisions.length > 1 &&
      post.authorKind === 'student' &&
      versionOf(opened, post, now).revision.byStaff,
  );
  if (changed.length === 0) return new Map();
  const rows = await db
    .selectFrom('revision')
    .select(['post_id', 'author_id'])
    .where(
      'post_id',
      'in',
      changed.map(({ id }) => id),
    )
    .where('by_staff', '=', 1)
    .where('at', '<=', now)
    .orderBy('number')
    .execute();
  return new Map(rows.map(({ post_id, author_id }) => [post_id, author_id]));
}

/** Some posts with everything else their authors wrote: a post that changes may change which required posts the others fill. */
export function withTheirAuthors(opened: OpenForum, ids: readonly string[]): ReadonlySet<string> {
  // Of an empty place it is not told whose it was, and so nothing else of theirs comes with it.
  const authors = new Set(
    ids.flatMap((id) => (opened.sees.get(id) === 'text' ? (opened.posts.get(id)?.authorId ?? []) : [])),
  );
  const asked = new Set(ids);
  return new Set(
    [...opened.posts.values()].flatMap(({ id, authorId }) =>
      authors.has(authorId) || asked.has(id) ? [id] : [],
    ),
  );
}

/**
 * The shape of a conversation as one person receives it: every post they may read, in reading order, without texts.
 *
 * @param only leaves out all others
 */
export async function postLines(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
  only: ReadonlySet<string> | null = null,
): Promise<PostLine[]> {
  const asked = only === null ? opened.posts.values() : [...only].flatMap((id) => opened.posts.get(id) ?? []);
  const slots = visibleSlots(opened, course, asked, now);
  const marks = await marksOf(db, course, opened.forum.id, only);
  const evidence = course.person.kind === 'staff' ? await evidenceMarks(db, course, opened, now) : NO_MARKS;
  const changedBy = await staffWhoChanged(db, opened, now);
  const me = course.person.id;
  const isApart = opened.forum.readers !== 'class';
  // Those that take them into what they have put them in order there.
  const wanted =
    only === null
      ? inReadingOrder(opened.placed.values(), (id) => opened.sees.has(id))
      : [...only].filter((id) => opened.sees.has(id));
  return wanted.map((id): PostLine => {
    const post = opened.posts.get(id)!;
    const { parentId, questionId, spaceId } = post;
    const isThere = parentId !== null && opened.sees.has(parentId);
    const line: PostLine = {
      id,
      parentId: isThere ? parentId : null,
      authorId: null,
      at: createdAt(post),
      words: 0,
    };
    if (parentId !== null && !isThere) line.orphan = true;
    if (questionId !== null) line.questionId = questionId;
    if (isApart && spaceId !== null) line.spaceId = spaceId;
    if (opened.sees.get(id) === 'place') {
      line.place = true;
      line.removed = true;
      return line;
    }
    const { revision, number } = versionOf(opened, post, now);
    line.authorId = post.authorId;
    line.words = revision.words;
    if (number > 1) line.editedAt = revision.at;
    const editor = changedBy.get(id);
    if (editor !== undefined) line.editedBy = editor;
    const noted = evidence.get(id);
    if (noted !== undefined) line.marks = [...noted];
    if (post.freezes && opened.placed.get(id)!.frozen) line.frozen = true;
    if (post.highlights) {
      if (isHighlightedAt(post, 'pinned', now)) line.pinned = true;
      if (isHighlightedAt(post, 'answer', now)) line.answer = true;
    }
    if (post.authorKind === 'staff') line.byStaff = true;
    if (post.starter) line.starter = true;
    if (opened.placed.get(id)!.removed) line.removed = true;
    if (post.approvals.length > 0) {
      const approval = approvalAt(post, now);
      if (approval !== 'approved') line.waiting = approval;
      const change = openChange(post, now);
      if (change !== null && (post.authorId === me || course.person.kind === 'staff'))
        line.change = change.state;
    }
    if (post.asideWith !== null) line.asideWith = post.asideWith;
    const slot = slots.get(id);
    if (slot) line.slot = slot;
    if (post.authorId !== me && !marks.isRead(id)) line.unread = true;
    if (marks.isBookmarked(id)) line.bookmarked = true;
    return line;
  });
}

/** Everyone who wrote or changed one of the posts, or is spoken to aside, once. */
export function authorsOf(posts: readonly PostLine[], names: ReadonlyMap<string, PersonName>): PersonName[] {
  const ids = new Set<string>();
  for (const { authorId, asideWith, editedBy } of posts) {
    if (authorId !== null) ids.add(authorId);
    if (asideWith !== undefined) ids.add(asideWith);
    if (editedBy !== undefined) ids.add(editedBy);
  }
  return [...ids].map((id) => names.get(id)!);
}

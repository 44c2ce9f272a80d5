import type { PersonName } from '../../contract/basics';
import type { PostLine, PostSlot } from '../../contract/posts';
import { approvalAt, createdAt, type Post } from '../../core/course/post';
import { participationOf } from '../../core/participation/participationOf';
import type { Slot } from '../../core/participation/slot';
import { worksWith, type InCourse } from '../course/inCourse';
import type { Db } from '../db/open';
import { marksOf } from '../reading/readMarks';
import type { OpenForum } from './access';

function putSlots(slots: readonly Slot[], map: Map<string, PostSlot>): void {
  for (const { postId, kind, number, state, daysLate } of slots)
    if (postId !== null && kind !== 'attachment' && !map.has(postId))
      map.set(postId, { kind, number, state, daysLate });
}

/** Slots of whoever's standing the person may see: a student's own, for staff everyone's they work with. */
function visibleSlots(opened: OpenForum, course: InCourse, now: number): ReadonlyMap<string, PostSlot> {
  const { forum, data } = opened;
  const slots = new Map<string, PostSlot>();
  const authors =
    course.person.kind === 'student'
      ? [course.person.id]
      : [...new Set([...opened.posts.values()].map((post) => post.authorId))].filter((id) =>
          worksWith(course, id),
        );
  for (const author of authors) {
    const student = data.students.get(author);
    if (student) putSlots(participationOf(data, forum, student, now).slots, slots);
  }
  return slots;
}

/** Posts in reading order: threads by creation, each answer below what it answers; without recursion. */
function inReadingOrder({ placed, sees }: OpenForum): string[] {
  const below = new Map<string | null, string[]>();
  for (const { id, parentId } of placed.values()) {
    if (!sees.has(id)) continue;
    let parent = parentId;
    while (parent !== null && !sees.has(parent)) parent = placed.get(parent)?.parentId ?? null;
    const beside = below.get(parent);
    if (beside) beside.push(id);
    else below.set(parent, [id]);
  }
  const order: string[] = [];
  const stack = (below.get(null) ?? []).toReversed();
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    order.push(id);
    const answers = below.get(id);
    if (answers) for (let at = answers.length - 1; at >= 0; at--) stack.push(answers[at]!);
  }
  return order;
}

/** The last version at an instant. */
function lastVersion(post: Post, now: number) {
  const { revisions } = post;
  for (let at = revisions.length - 1; at > 0; at--)
    if (revisions[at]!.at <= now) return { revision: revisions[at]!, isEdited: true };
  return { revision: revisions[0]!, isEdited: false };
}

/** The shape of a conversation as one person receives it: every post they may read, in reading order, without texts. */
export async function postLines(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
): Promise<PostLine[]> {
  const slots = visibleSlots(opened, course, now);
  const marks = await marksOf(db, course, opened.forum.id);
  const me = course.person.id;
  const isApart = opened.forum.readers !== 'class';
  return inReadingOrder(opened).map((id): PostLine => {
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
    const { revision, isEdited } = lastVersion(post, now);
    line.authorId = post.authorId;
    line.words = revision.words;
    if (isEdited) line.editedAt = revision.at;
    if (post.authorKind === 'staff') line.byStaff = true;
    if (post.starter) line.starter = true;
    if (opened.placed.get(id)!.removed) line.removed = true;
    if (post.approvals.length > 0) {
      const approval = approvalAt(post, now);
      if (approval !== 'approved') line.waiting = approval;
    }
    if (post.asideWith !== null) line.asideWith = post.asideWith;
    const slot = slots.get(id);
    if (slot) line.slot = slot;
    if (post.authorId !== me && !marks.isRead(id)) line.unread = true;
    if (marks.isBookmarked(id)) line.bookmarked = true;
    return line;
  });
}

/** Everyone who wrote one of the posts, once. */
export function authorsOf(posts: readonly PostLine[], names: ReadonlyMap<string, PersonName>): PersonName[] {
  const ids = new Set(posts.flatMap(({ authorId }) => (authorId === null ? [] : [authorId])));
  return [...ids].map((id) => names.get(id)!);
}

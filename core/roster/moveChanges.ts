import { accessTo, type StudentAccess } from '../access/accessTo';
import type { CourseData } from '../course/courseData';
import type { DateName, Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import { isCounted } from '../participation/counted';
import type { Instant } from '../time/instant';

/** What a move of one student between sections or groups means in one forum. */
export interface MoveChange {
  readonly studentId: Id;
  readonly forumId: Id;
  /** The space left and the space entered; null for none. */
  readonly from: Id | null;
  readonly to: Id | null;
  /** The student's counted posts that stay in the space left. */
  readonly posts: number;
  readonly reading: 'same' | 'reseals' | 'unseals' | 'loses' | 'gains';
  /** Whether some date differs for them afterwards. */
  readonly dates: boolean;
}

const reads = (access: StudentAccess) => access.phase === 'open' || access.phase === 'readOnly';

function readingOf(was: StudentAccess, is: StudentAccess): MoveChange['reading'] {
  if (reads(was) !== reads(is)) return reads(was) ? 'loses' : 'gains';
  const sealed = (access: StudentAccess) =>
    access.sealed === 'none' ? 0 : access.sealed === 'forum' ? Infinity : access.sealed.length;
  if (sealed(was) === sealed(is)) return 'same';
  return sealed(is) > sealed(was) ? 'reseals' : 'unseals';
}

function changeIn(
  before: CourseData,
  after: CourseData,
  forum: Forum,
  was: Student,
  is: Student,
  t: Instant,
): MoveChange | null {
  const accessBefore = accessTo(before, forum, { kind: 'student', ...was }, t) as StudentAccess;
  const accessAfter = accessTo(after, forum, { kind: 'student', ...is }, t) as StudentAccess;
  if (accessBefore.phase === 'absent' && accessAfter.phase === 'absent') return null;
  const names = Object.keys(accessBefore.terms.dates) as DateName[];
  const change = {
    studentId: is.id,
    forumId: forum.id,
    from: accessBefore.spaceId,
    to: accessAfter.spaceId,
    posts: 0,
    reading: readingOf(accessBefore, accessAfter),
    dates: names.some((name) => accessBefore.terms.dates[name] !== accessAfter.terms.dates[name]),
  };
  if (change.from === change.to && change.reading === 'same' && !change.dates) return null;
  const left = before
    .postsBy(forum.id, is.id)
    .filter((post) => isCounted(post, t) && post.spaceId !== accessAfter.spaceId);
  return { ...change, posts: change.from === change.to ? 0 : left.length };
}

/**
 * What moving students between sections and groups changes for them in the forums that are there for them at *t*: the
 * space they write and read in, their own posts that stay behind, what is sealed again, and dates of own terms that no
 * longer, or now, are theirs. (rules §2, §4)
 *
 * @param before the course with the roster as it is
 * @param after the same course with the roster as it would be
 */
export function moveChanges(before: CourseData, after: CourseData, t: Instant): MoveChange[] {
  const changes: MoveChange[] = [];
  for (const is of after.students.values()) {
    const was = before.students.get(is.id);
    if (!was || was.removed || is.removed) continue;
    const stays = was.sectionId === is.sectionId && was.groupIds.join() === is.groupIds.join();
    if (stays) continue;
    for (const forum of after.forums.values()) {
      if (forum.status === 'draft') continue;
      const change = changeIn(before, after, forum, was, is, t);
      if (change !== null) changes.push(change);
    }
  }
  return changes;
}

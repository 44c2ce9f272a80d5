import { courseDataOf } from '../../core/course/courseData';
import type { Forum } from '../../core/course/forum';
import type { Post } from '../../core/course/post';
import type { Student } from '../../core/course/roster';
import { isMissed } from '../../core/participation/missesInARow';
import { participationOf } from '../../core/participation/participationOf';
import { isLate } from '../../core/time/dueDate';
import { loadPosts } from '../course/posts/loadPosts';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';
import type { ForumWritten } from './writtenPosts';

/** What the rules ask of scores here: whether one is given, and who is excused. */
async function scoreFacts(db: Db, setup: CourseSetup) {
  const rows = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['forum_id as forumId', 'student_id as studentId', 'points', 'given_at as givenAt', 'excused'])
    .where('course_id', '=', setup.id)
    .where('forum_id', 'is not', null)
    .execute();
  return rows.map((row) => ({ ...row, forumId: row.forumId!, excused: row.excused === 1, released: false }));
}

/**
 * Of each student, for the forums that were due, in the order of their last due dates: whether it was missed. Who has a post that stands has
 * not missed the forum; only of the others is it worked out by the rules what they have done. (rules §5)
 */
export async function missedForums(
  db: Db,
  setup: CourseSetup,
  students: readonly Student[],
  written: ReadonlyMap<string, ForumWritten>,
  now: number,
): Promise<ReadonlyMap<string, readonly boolean[]>> {
  const scores = await scoreFacts(db, setup);
  const forums = [...setup.forums.values()].filter(({ status }) => status === 'published');
  const bare = courseDataOf({
    ...{ zone: setup.zone, students, groups: [...setup.groups.values()], forums, posts: [], scores },
  });
  const due = new Map<string, { lastDue: number; missed: boolean }[]>();
  const note = (student: Student, lastDue: number, missed: boolean) => {
    const list = due.get(student.id);
    if (list) list.push({ lastDue, missed });
    else due.set(student.id, [{ lastDue, missed }]);
  };
  const byRules = (forum: Forum, student: Student, posts: readonly Post[]) => {
    const data = posts.length === 0 ? bare : { ...bare, postsBy: () => posts };
    const part = participationOf(data, forum, student, now);
    const excused = bare.scoreOf(forum.id, student.id, now)?.excused ?? false;
    const missed = isMissed(forum, part, excused, now);
    if (missed !== null) note(student, part.lastDue!, missed);
  };
  for (const forum of forums) {
    const { posts, authors, askOf } = written.get(forum.id)!;
    const standing = new Set(posts.map(({ authorId }) => authorId));
    for (const student of students) {
      if (!standing.has(student.id)) {
        const own = authors.has(student.id)
          ? await loadPosts(db, { courseId: setup.id, forumId: forum.id, authorId: student.id })
          : [];
        byRules(forum, student, own);
        continue;
      }
      const { notAsked, lastDue } = askOf(student);
      if (notAsked === null && isLate(now, lastDue, forum.graceMinutes)) note(student, lastDue!, false);
    }
  }
  return new Map(
    [...due].map(([id, list]) => [
      id,
      list.sort((a, b) => a.lastDue - b.lastDue).map(({ missed }) => missed),
    ]),
  );
}

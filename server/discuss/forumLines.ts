import { accessTo } from '../../core/access/accessTo';
import { participationOf } from '../../core/participation/participationOf';
import type { ForumLine } from '../../contract/discuss';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { forumCounts, readStateOf } from './forumCounts';
import { postsOfForum } from '../course/posts/forumPosts';
import { courseData } from '../course/facts/courseData';

/** The forums a person may open, each with how many posts it holds for them. */
export async function forumLines(db: Db, course: InCourse, now: number): Promise<ForumLine[]> {
  const { setup, person } = course;
  // Access and standing rest on what the person wrote themselves.
  const data = await courseData(db, setup, { authorId: person.id });
  const read = await readStateOf(db, course);
  const lines: ForumLine[] = [];
  for (const forum of setup.forums.values()) {
    const card = setup.cards.get(forum.id)!;
    const access = accessTo(data, forum, person, now);
    if (access.kind === 'student' && access.phase === 'absent') continue;
    const here = await postsOfForum(db, setup.id, forum.id);
    const { posts, unread, sealedPosts, lastAt, newest } = await forumCounts(
      db,
      course,
      { forumId: forum.id, access, here, read },
      now,
    );
    const student = person.kind === 'student' ? setup.students.get(person.id)! : null;
    const part = student ? participationOf(data, forum, student, now) : null;
    const reads = access.kind === 'staff' || access.phase === 'open' || access.phase === 'readOnly';
    lines.push({
      id: forum.id,
      title: card.title,
      unitId: card.unitId,
      phase: access.kind === 'student' ? access.phase : null,
      draft: forum.status === 'draft',
      sealed: access.kind === 'student' ? access.sealed !== 'none' : forum.seal !== null,
      frozen: forum.frozen,
      pinned: card.pinned !== null,
      posts,
      unread,
      sealedPosts,
      lastAt,
      opensAt: access.kind === 'student' ? access.terms.dates.postingFrom : forum.schedule.postingFrom,
      slots: part ? [...part.slots] : [],
      initialDue: part ? part.initialDue : forum.schedule.initialDue,
      repliesDue: part ? part.repliesDue : forum.schedule.repliesDue,
      reviewsDue: part ? part.reviewsDue : forum.schedule.reviewsDue,
      closesAt: part ? part.terms.dates.postingUntil : forum.schedule.postingUntil,
      recent: (card.rules.recent && reads ? newest : []).map(({ id, authorId, at }) => ({
        id,
        author: setup.names.get(authorId)?.name ?? '',
        at,
      })),
    });
  }
  return lines;
}

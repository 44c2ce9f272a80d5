import type { CourseData } from '../../core/course/courseData';
import type { Student } from '../../core/course/roster';
import type { Cell, Item } from '../../core/gradebook/gradebook';
import { itemPoints } from '../../core/gradebook/itemPoints';
import { docketState, type DocketState } from '../../core/participation/docketState';
import { participationOf } from '../../core/participation/participationOf';
import { isLate } from '../../core/time/dueDate';
import type { CourseSetup } from '../course/courseCache';

/** A student's cell of an item fed by a forum, with the state that is shown when it is empty. (rules §7) */
export function cellOf(
  setup: CourseSetup,
  data: CourseData,
  item: Item,
  student: Student,
  now: number,
): Cell & { state: DocketState | 'notAsked' } {
  const forum = item.forumId === null ? undefined : setup.forums.get(item.forumId);
  const nothing = {
    asked: false,
    excused: false,
    given: null,
    released: false,
    duePassed: false,
    hasPosts: false,
  };
  if (!forum || forum.evaluation === null) return { ...nothing, state: 'notAsked' };
  const part = participationOf(data, forum, student, now);
  const score = data.scoreOf(forum.id, student.id, now);
  const state = docketState(forum, part, data.postsBy(forum.id, student.id), score, now);
  const given = score?.points ?? null;
  return {
    asked: part.notAsked === null,
    excused: score?.excused ?? false,
    given: given === null ? null : itemPoints(given, forum.evaluation.maximum, item.maximum),
    released: score?.released ?? false,
    duePassed: isLate(now, part.lastDue, forum.graceMinutes),
    hasPosts: part.counted.length > 0 || part.held > 0,
    state: part.notAsked !== null && state !== 'excused' ? 'notAsked' : state,
  };
}

/** Items that stand in the gradebook: by hand, or fed by a published forum that is evaluated. */
export function shownItems(setup: CourseSetup): Item[] {
  const order = new Map([...setup.forums.keys()].map((id, index) => [id, index]));
  return setup.gradebook.items
    .filter((item) => {
      const forum = item.forumId === null ? null : setup.forums.get(item.forumId);
      return forum === null || (forum?.status === 'published' && forum.evaluation !== null);
    })
    .sort((a, b) => (order.get(a.forumId ?? '') ?? 1e9) - (order.get(b.forumId ?? '') ?? 1e9));
}

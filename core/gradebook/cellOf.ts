import type { CourseData, ScoreFacts } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Student } from '../course/roster';
import { docketState, type DocketState } from '../participation/docketState';
import { participationOf } from '../participation/participationOf';
import { reviewingClosesAt, reviewsLateFrom } from '../terms/reviewsDate';
import { isLate, lateFrom } from '../time/dueDate';
import { MINUTE, type Instant } from '../time/instant';
import { endsAt } from '../time/minute';
import type { Cell, Item } from './gradebook';
import { itemPoints } from './itemPoints';

/** A cell with the state that is shown while it is empty. */
export interface CellInState extends Cell {
  readonly state: DocketState | 'notAsked';
}

/** A cell, and the stretch of time, from (inclusive) and until (exclusive), in which the clock alone does not change it. */
export interface LastingCell {
  readonly cell: CellInState;
  readonly from: Instant;
  readonly until: Instant;
}

const NOT_ASKED: CellInState = {
  asked: false,
  excused: false,
  given: null,
  released: false,
  duePassed: false,
  hasPosts: false,
  state: 'notAsked',
};

/** Narrows a stretch around *t* by the instants at which something turns. */
function stretchAround(turns: Iterable<Instant>, t: Instant): { from: Instant; until: Instant } {
  let from = -Infinity;
  let until = Infinity;
  for (const turn of turns) {
    if (turn <= t) from = Math.max(from, turn);
    else until = Math.min(until, turn);
  }
  return { from, until };
}

/**
 * A student's cell of an item that a forum feeds, with the docket state that is shown while nothing is given; not asked where the forum is
 * not evaluated. The student's own dates and posts say how long it stays so by itself. (rules §5, §7)
 *
 * @example fedCell(course, forum, item, ines, t).cell.state // 'ready'
 */
export function fedCell(
  course: CourseData,
  forum: Forum,
  item: Item,
  student: Student,
  t: Instant,
): LastingCell {
  if (forum.evaluation === null) return { cell: NOT_ASKED, from: -Infinity, until: Infinity };
  const part = participationOf(course, forum, student, t);
  const own = course.postsBy(forum.id, student.id);
  const score = course.scoreOf(forum.id, student.id, t);
  const state = docketState(forum, part, own, score, t);
  const given = score?.points ?? null;
  const turns: Instant[] = [];
  if (part.lastDue !== null) turns.push(lateFrom(part.lastDue, forum.graceMinutes));
  if (part.terms.dates.postingUntil !== null) turns.push(endsAt(part.terms.dates.postingUntil));
  if (part.terms.numbers.reviews > 0) {
    for (const at of [reviewsLateFrom(forum, part.terms), reviewingClosesAt(forum, part.terms)])
      if (at !== null) turns.push(at);
    for (const { madeAt, ended, sent, withheld } of part.reviews)
      turns.push(
        madeAt,
        ended?.at ?? madeAt,
        ...sent,
        ...withheld.flatMap(({ from, to }) => [from, to ?? from]),
      );
  }
  for (const post of own) {
    for (const { at } of post.revisions) turns.push(at);
    for (const { from, to } of post.removals) turns.push(from, to ?? from);
    for (const { at } of post.approvals) turns.push(at);
  }
  return {
    cell: {
      asked: part.notAsked === null,
      excused: score?.excused ?? false,
      given: given === null ? null : itemPoints(given, forum.evaluation.maximum, item.maximum),
      released: score?.released ?? false,
      duePassed: isLate(t, part.lastDue, forum.graceMinutes),
      hasPosts: part.counted.length > 0 || part.held > 0,
      state: part.notAsked !== null && state !== 'excused' ? 'notAsked' : state,
    },
    ...stretchAround(turns, t),
  };
}

/**
 * A student's cell of an item entered by hand. It is asked of everyone on the roster, but for who enrolled after it was due; the due date
 * moves with the student's accommodation. A score makes it asked all the same. (rules §2, §7)
 */
export function handCell(item: Item, student: Student, score: ScoreFacts | null, t: Instant): LastingCell {
  const due = item.dueAt == null ? null : item.dueAt + student.accommodationMinutes * MINUTE;
  const given = score?.points ?? null;
  const missed = due !== null && lateFrom(due, 0) <= student.enrolledFrom;
  const asked = given !== null || (!student.removed && !missed);
  const excused = score?.excused ?? false;
  return {
    cell: {
      asked,
      excused,
      given,
      released: score?.released ?? false,
      duePassed: isLate(t, due, 0),
      hasPosts: false,
      state: excused
        ? 'excused'
        : given !== null
          ? score!.released
            ? 'released'
            : 'given'
          : asked
            ? 'nothing'
            : 'notAsked',
    },
    ...stretchAround(due === null ? [] : [lateFrom(due, 0)], t),
  };
}

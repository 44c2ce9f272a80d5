import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { QueuedLook, SecondLook } from '../../contract/secondLooks';
import { lookOutcome, whyNoLook, type NoLook } from '../../core/scoring/secondLook';
import { forumIn, staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound, Problem } from '../refusals/problem';
import { factsOfStored, storedScore } from '../course/scores/storedScore';

const WHY: Record<NoLook, string> = {
  notOffered: 'This forum takes no requests for another look.',
  notReleased: 'There is no released score to look at again.',
  asked: 'You have asked already; an answer is on its way.',
  over: 'The last day for asking has passed.',
};

type Look = SecondLook & { readonly itemId: string; readonly studentId: string };

/** What students asked to be looked at again: of one item and student, or of many; the newest first. */
export async function looksAt(
  db: Db,
  of: { readonly itemIds: readonly string[]; readonly studentId?: string },
  names: InCourse['setup']['names'],
): Promise<Look[]> {
  if (of.itemIds.length === 0) return [];
  let query = db.selectFrom('second_look').selectAll().where('item_id', 'in', of.itemIds);
  if (of.studentId !== undefined) query = query.where('student_id', '=', of.studentId);
  return (await query.orderBy('asked_at', 'desc').orderBy('id').execute()).map((row) => ({
    itemId: row.item_id,
    studentId: row.student_id,
    id: row.id,
    askedAt: row.asked_at,
    reason: row.reason,
    state: row.state,
    answer: row.answer,
    answeredAt: row.answered_at,
    answeredBy: row.answered_by === null ? null : (names.get(row.answered_by)?.name ?? null),
  }));
}

/** A wish as it is told, without whose it is. */
export function shownLook({ id, askedAt, reason, state, answer, answeredAt, answeredBy }: Look): SecondLook {
  return { id, askedAt, reason, state, answer, answeredAt, answeredBy };
}

/** The wishes of all students one works with, in all forums: those that wait first, the earliest of them first; then the newest. */
export async function queueOfLooks(db: Db, course: InCourse): Promise<QueuedLook[]> {
  const { setup } = course;
  const forums = new Map(
    [...setup.cards.values()].flatMap(({ itemId, id, title }) =>
      itemId === null ? [] : [[itemId, { id, title }] as const],
    ),
  );
  const itemIds = [...forums.keys()];
  const looks = await looksAt(db, { itemIds }, setup.names);
  const mine = looks.filter(({ studentId }) => worksWith(course, studentId));
  if (mine.length === 0) return [];
  const scores = await db
    .selectFrom('score')
    .select(['item_id', 'student_id', 'points'])
    .where('item_id', 'in', [...new Set(mine.map(({ itemId }) => itemId))])
    .where('student_id', 'in', [...new Set(mine.map(({ studentId }) => studentId))])
    .execute();
  const points = new Map(scores.map((row) => [`${row.item_id} ${row.student_id}`, row.points]));
  const queued = mine.map((look): QueuedLook => {
    const forum = forums.get(look.itemId)!;
    return {
      ...shownLook(look),
      student: setup.names.get(look.studentId)!,
      forum,
      points: points.get(`${look.itemId} ${look.studentId}`) ?? null,
      maximum: setup.forums.get(forum.id)?.evaluation?.maximum ?? 0,
    };
  });
  const waiting = queued.filter(({ state }) => state === 'asked').sort((a, b) => a.askedAt - b.askedAt);
  return [...waiting, ...queued.filter(({ state }) => state !== 'asked')];
}

/** A student asks for another look at their own released score. */
export function askForLook(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  { id, reason }: { id: string; reason: string },
  now: number,
): Promise<void> {
  // A forum is known by its item, so that one that has become invisible does not keep its score to itself.
  const forum = course.setup.forums.get(forumId);
  const itemId = course.setup.cards.get(forumId)?.itemId ?? null;
  if (!forum || itemId === null) throw notFound();
  const studentId = course.person.id;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const score = await storedScore(trx, itemId, studentId);
    const looks = await looksAt(trx, { itemIds: [itemId], studentId }, course.setup.names);
    if (looks.some((look) => look.id === id)) return;
    const facts = score && factsOfStored(score);
    const waits = looks.some(({ state }) => state === 'asked');
    const why = whyNoLook(forum.evaluation, facts, waits, now);
    // Who has no released score here learns nothing, not even that there is a forum.
    if (why === 'notReleased') throw notFound();
    if (why !== null) throw new Problem(409, 'noLook', WHY[why]);
    await trx
      .insertInto('second_look')
      .values({
        id,
        item_id: itemId,
        student_id: studentId,
        asked_at: now,
        reason,
        state: 'asked',
        answer: null,
        answered_at: null,
        answered_by: null,
      })
      .execute();
    change.concerns(staffOf(course));
    await change.record('look.asked', { of: 'look', id }, { why: reason });
  });
}

/** Answers a student's wish; whether the score has changed since is worked out from when it was last given. */
export function answerLook(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  studentId: string,
  lookId: string,
  answer: string,
  now: number,
): Promise<void> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null || !worksWith(course, studentId)) throw notFound();
  const itemId = card.itemId;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const looks = await looksAt(trx, { itemIds: [itemId], studentId }, course.setup.names);
    const look = looks.find(({ id }) => id === lookId);
    if (!look) throw notFound();
    if (look.state !== 'asked')
      throw new Problem(
        409,
        'answered',
        `${look.answeredBy ?? 'Someone'} has answered this already. Reload the page.`,
      );
    const score = await storedScore(trx, itemId, studentId);
    const state = lookOutcome(look.askedAt, score?.given_at ?? null);
    await trx
      .updateTable('second_look')
      .set({ state, answer, answered_at: now, answered_by: course.person.id })
      .where('id', '=', lookId)
      .execute();
    change.concerns([studentId]);
    await change.record(`look.${state}`, { of: 'look', id: lookId }, { why: answer });
  });
}

import { randomUUID } from 'node:crypto';
import type { ReviewBook } from '../../core/review/book';
import { endsWithUndo, whyNotUndone, type ReviewingStep } from '../../core/review/undo';
import { changeCourse, type Change } from '../course/change/changeCourse';
import { endAssignments, reopenAssignments } from '../course/reviews/keepAssignments';
import { forumIn, staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import { toJson } from '../db/json';
import type { Deps } from '../feature/deps';
import { notFound, Problem, refused } from '../refusals/problem';
import { stepsOf } from './lastStep';
import { openReviewing } from './reviewing';

/** Keeps what somebody does by hand with who reviews whom, for them to undo it. */
export async function keepStep(
  { trx, now }: Change,
  course: InCourse,
  forumId: string,
  {
    book,
    action,
    made,
    ended,
  }: Omit<ReviewingStep, 'at'> & {
    /** What decided the order before; only where all are made anew. */
    readonly book?: Pick<ReviewBook, 'seed' | 'pairedAt'>;
  },
): Promise<void> {
  await trx
    .insertInto('reviewing_step')
    .values({
      ...{ id: randomUUID(), forum_id: forumId, action, at: now, by: course.person.id, made },
      ended: toJson(ended),
      seed: book?.seed ?? null,
      paired_at: book?.pairedAt ?? null,
      undone_at: null,
    })
    .execute();
}

/** Undoes what one did by hand: what it ended stands again, with what was typed for it, and what it made counts as never made. (rules §9) */
export async function undoStep(
  deps: Deps,
  course: InCourse,
  forumId: string,
  stepId: string,
  now: number,
): Promise<void> {
  const { setup } = course;
  forumIn(setup, forumId);
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const { book, reviewers } = await openReviewing(trx, setup, forumId, now);
    const step = (await stepsOf(trx, course, forumId, now)).find(({ id }) => id === stepId);
    if (!step) throw notFound();
    if (step.isUndone) return;
    const { assignments } = book;
    const why = whyNotUndone(assignments, step, now);
    if (why === 'sent') throw refused('sent', 'A review was sent since, so this cannot be undone any more.');
    if (why === 'changed')
      throw new Problem(409, 'conflict', 'This has been changed again since. Look at the list once more.');
    const gone = endsWithUndo(assignments, step, (id) => reviewers.get(id)?.number ?? 0, now);
    const back = assignments.filter(({ id }) => step.ended.includes(id));
    const people = new Set([...gone, ...back].map(({ reviewerId }) => reviewerId));
    if ([...people].some((id) => setup.students.has(id) && !worksWith(course, id))) throw notFound();
    await endAssignments(trx, gone, 'pairedAnew', { personId: course.person.id, at: now });
    await reopenAssignments(trx, step.ended);
    if (step.seed !== null)
      await trx
        .updateTable('review_book')
        .set({ seed: step.seed, paired_at: step.pairedAt })
        .where('forum_id', '=', forumId)
        .execute();
    await trx.updateTable('reviewing_step').set({ undone_at: now }).where('id', '=', step.id).execute();
    await change.record('reviewing.undone', { of: 'reviewing', forumId }, { before: step.action });
    change.concerns([...people, ...staffOf(course)]);
  });
  deps.settling.settleAt(setup.id, now, [forumId]);
}

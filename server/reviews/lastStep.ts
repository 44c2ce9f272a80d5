import type { Reviewing } from '../../contract/reviewing';
import type { ReviewBook } from '../../core/review/book';
import { whyNotUndone, type ReviewingStep } from '../../core/review/undo';
import { DAY } from '../../core/time/instant';
import type { InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';

/** For so long what was done by hand can be undone, ms. */
const UNDO_STANDS = DAY;

/** Something done by hand, as it is kept. */
export interface StoredStep extends ReviewingStep {
  readonly id: string;
  /** What decided the order before all were made anew; null for every other step. */
  readonly seed: string | null;
  readonly pairedAt: number | null;
  readonly isUndone: boolean;
}

/** What somebody did by hand in a forum, the last first; nothing that stands longer than it can be undone. */
export async function stepsOf(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<readonly StoredStep[]> {
  const rows = await db
    .selectFrom('reviewing_step')
    .selectAll()
    .where('forum_id', '=', forumId)
    .where('by', '=', course.person.id)
    .where('at', '>', now - UNDO_STANDS)
    .orderBy('at', 'desc')
    .orderBy('id')
    .execute();
  return rows.map(({ id, action, at, made, ended, seed, paired_at, undone_at }) => ({
    ...{ id, action, at, made, seed },
    ended: fromJson(ended),
    pairedAt: paired_at,
    isUndone: undone_at !== null,
  }));
}

/** What whoever asks did by hand last and can still undo; null: nothing. */
export async function lastStepOf(
  db: Db,
  course: InCourse,
  forumId: string,
  { assignments }: Pick<ReviewBook, 'assignments'>,
  now: number,
): Promise<Reviewing['lastStep']> {
  const steps = await stepsOf(db, course, forumId, now);
  const last = steps.find((step) => !step.isUndone && whyNotUndone(assignments, step, now) === null);
  if (!last) return null;
  const { id, action, at, made, ended } = last;
  const about =
    action === 'pairedAnew' ? undefined : assignments.find((each) => each.id === (made ?? ended[0]));
  return {
    ...{ id, action, at },
    about: about ? { reviewerId: about.reviewerId, authorId: about.authorId } : null,
  };
}

import { fromJson, type Json } from '../db/json';
import type { BodyOf } from '../../contract/endpoint';
import type { actOnDocket as endpoint } from '../../contract/docketActions';
import { whyPassedOver } from '../../core/scoring/manyAtOnce';
import { fillInText } from '../../core/text/fillIn';
import type { RichNode } from '../../core/text/richText';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import { putBack, remarkOn } from '../course/scores/changeScore';
import { excuse } from '../course/scores/excuse';
import { fillingFor, giveDecided } from '../course/scores/giveScore';
import type { StoredScore } from '../course/scores/keepScore';
import { dropReading } from '../course/scores/readings';
import { storedScore } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import {
  keepAction,
  outcomeOf,
  reach,
  type ActionOutcome,
  type AskedOfEach,
  type Before,
  type Target,
} from './reach';

/** The reason students read with a 0 for nothing. */
const NOTHING_WRITTEN = 'Nothing was written.';

/** The remark with another below it. */
function below(remark: Json<RichNode> | null, added: RichNode): RichNode {
  const before = remark === null ? [] : (fromJson(remark).content ?? []);
  return { type: 'doc', content: [...before, ...(added.content ?? [])] };
}

/** What an action asks for: which, for whom, and the remark it adds. */
type Asked = Pick<BodyOf<typeof endpoint>, 'action' | 'students' | 'remark'>;

/** What an action asks for, as it is asked of each student. */
const askedOf = ({ action, students }: Asked): AskedOfEach => ({
  isMeant: ({ student, state }) =>
    Array.isArray(students)
      ? students.includes(student.id)
      : students === 'nothing'
        ? state === 'nothing'
        : state === 'ready',
  decisionsFor: (own) =>
    action === 'zero' ? { ...own, override: { points: 0, reason: NOTHING_WRITTEN } } : own,
  whyNot: ({ state }, suggestion) => whyPassedOver(action, state, suggestion),
});

/** Does to one student what is asked; answers the score as it is stored then. */
function apply(
  change: Change,
  course: InCourse,
  forumId: string,
  { action, remark }: Asked,
  target: Target,
): Promise<StoredScore> {
  const { stored, decisions, suggestion } = target;
  if (action === 'excuse') return excuse(change, target, true);
  if (action === 'remark') {
    const added = fillInText(remark!, fillingFor(course, forumId, target.studentId));
    return remarkOn(change, target, below(stored?.remark ?? null, added), stored?.points != null);
  }
  return giveDecided(change, course, forumId, target, { decisions, suggestion: suggestion! });
}

/**
 * Does the same to many students: accepts complete suggestions, gives 0 or excuses where nothing was written, or adds a remark. All
 * of it or nothing of it; whom it cannot reach is told with what was in the way. What stood before is kept, to be undone.
 */
export async function actOnDocket(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  { id, preview, ...asked }: Asked & { readonly id: string; readonly preview: boolean },
  now: number,
): Promise<ActionOutcome> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (forum.evaluation === null || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  const { action } = asked;
  const found = (db: Db) => reach(db, course, forum, itemId, askedOf(asked), now);
  if (preview) return outcomeOf(action, await found(deps.db));
  return changeCourse(deps, course, now, async (change) => {
    const reached = await found(change.trx);
    const before: Before[] = [];
    for (const target of reached.targets) {
      const { version } = await apply(change, course, forumId, asked, target);
      before.push({ student: target.studentId, row: target.stored, version });
    }
    await keepAction(change, course, { id, itemId, action, before });
    return outcomeOf(action, reached);
  });
}

/**
 * Puts back what stood before an action. Whoever was scored, excused or released since is passed over, so that nobody's later work is
 * lost.
 *
 * @returns how many were put back, and the ids of those passed over
 */
export function undoDocketAction(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  actionId: string,
  now: number,
): Promise<{ readonly undone: number; readonly passed: readonly string[] }> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const action = await trx
      .selectFrom('docket_action')
      .selectAll()
      .where('id', '=', actionId)
      .where('item_id', '=', itemId)
      .where('by', '=', course.person.id)
      .where('undone_at', 'is', null)
      .executeTakeFirst();
    if (!action) throw notFound();
    const passed: string[] = [];
    let undone = 0;
    for (const { student, row, version } of JSON.parse(action.before) as Before[]) {
      const stored = await storedScore(trx, itemId, student);
      const released = row?.released_at ?? null;
      if (!worksWith(course, student) || stored?.version !== version || stored.released_at !== released) {
        passed.push(student);
        continue;
      }
      await putBack(change, { itemId, studentId: student, stored }, row);
      // A reading that came with a score goes with it.
      if (row?.points == null)
        await dropReading(change, { itemId, studentId: student, readerId: course.person.id });
      undone++;
    }
    await trx.updateTable('docket_action').set({ undone_at: now }).where('id', '=', actionId).execute();
    return { undone, passed };
  });
}

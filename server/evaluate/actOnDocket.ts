import { fromJson, type Json } from '../db/json';
import type { BodyOf } from '../../contract/endpoint';
import type { actOnDocket as endpoint, DocketAction } from '../../contract/docketActions';
import type { Forum } from '../../core/course/forum';
import { whyPassedOver, type PassedOver } from '../../core/scoring/manyAtOnce';
import { NO_DECISIONS, suggest, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { fillInText } from '../../core/text/fillIn';
import type { RichNode } from '../../core/text/richText';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import { courseData } from '../course/facts/courseData';
import { putBack, remarkOn } from '../course/scores/changeScore';
import { excuse } from '../course/scores/excuse';
import { fillingFor, giveDecided } from '../course/scores/giveScore';
import type { ScoreCell, StoredScore } from '../course/scores/keepScore';
import { dropReading, isSecond, readingsOf } from '../course/scores/readings';
import { storedScore, storedScores } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import { inDocket } from './docket';

/** The reason students read with a 0 for nothing. */
const NOTHING_WRITTEN = 'Nothing was written.';

/** One student an action reaches, and what comes of it. */
export interface Target extends ScoreCell {
  readonly decisions: Decisions;
  readonly suggestion: Suggestion | null;
}

/** Why a student is passed over, as it is told. */
export const PASSED: Record<PassedOver | 'readFirst', string> = {
  readFirst: 'waiting for a reading of your own',
  excused: 'excused from the forum',
  given: 'with a score already',
  nothing: 'with nothing written',
  incomplete: 'with parts that have no points',
  written: 'with something written, or a score',
  notAsked: 'not required to take part',
};

/** The remark with another below it. */
function below(remark: Json<RichNode> | null, added: RichNode): RichNode {
  const before = remark === null ? [] : (fromJson(remark).content ?? []);
  return { type: 'doc', content: [...before, ...(added.content ?? [])] };
}

/** What an action asks for: which, for whom, and the remark it adds. */
type Asked = Pick<BodyOf<typeof endpoint>, 'action' | 'students' | 'remark'>;

/** Whom an action reaches, and whom it cannot reach by why not. */
async function reach(
  db: Db,
  course: InCourse,
  forum: Forum,
  itemId: string,
  { action, students }: Asked,
  now: number,
): Promise<{ readonly targets: readonly Target[]; readonly passed: ReadonlyMap<string, readonly string[]> }> {
  const data = await courseData(db, course.setup, { forumId: forum.id });
  const readings = forum.evaluation!.secondReading ? await readingsOf(db, itemId) : null;
  const stored = await storedScores(db, itemId);
  const targets: Target[] = [];
  const passed = new Map<string, string[]>();
  const chosen = inDocket(course, data, forum, now).filter(({ student, state }) =>
    Array.isArray(students)
      ? students.includes(student.id)
      : students === 'nothing'
        ? state === 'nothing'
        : state === 'ready',
  );
  for (const { student, part, state } of chosen) {
    const kept = stored.get(student.id) ?? null;
    const own = kept === null ? NO_DECISIONS : fromJson(kept.decisions);
    const decisions: Decisions =
      action === 'zero' ? { ...own, override: { points: 0, reason: NOTHING_WRITTEN } } : own;
    const suggestion = suggest(forum, part, decisions, now);
    const reading = readings?.get(student.id);
    const waits = reading !== undefined && isSecond(reading, course.person.id);
    const passes = waits ? 'readFirst' : whyPassedOver(action, state, suggestion);
    if (passes === null) targets.push({ itemId, studentId: student.id, stored: kept, decisions, suggestion });
    else passed.set(PASSED[passes], [...(passed.get(PASSED[passes]) ?? []), student.id]);
  }
  return { targets, passed };
}

/** What an action comes to, students by their ids. */
export interface ActionOutcome {
  readonly changes: readonly ChangeOfOne[];
  /** The others, by what was in the way. */
  readonly passed: readonly { readonly why: string; readonly students: readonly string[] }[];
}

/** What an action comes to for one student; points in hundredths, null where there are none. */
interface ChangeOfOne {
  readonly studentId: string;
  readonly before: number | null;
  readonly after: number | null;
  readonly excused: boolean;
}

export function changeOf(
  action: DocketAction | 'group',
  { studentId, stored, suggestion }: Target,
): ChangeOfOne {
  const before = stored?.points ?? null;
  const gives = action === 'accept' || action === 'zero' || action === 'group';
  return {
    studentId,
    before,
    after: gives ? (suggestion?.points ?? null) : action === 'excuse' ? null : before,
    excused: action === 'excuse',
  };
}

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
  const answer = ({ targets, passed }: Awaited<ReturnType<typeof reach>>) => ({
    changes: targets.map((target) => changeOf(action, target)),
    passed: [...passed].map(([why, students]) => ({ why, students })),
  });
  if (preview) return answer(await reach(deps.db, course, forum, itemId, asked, now));
  return changeCourse(deps, course, now, async (change) => {
    const found = await reach(change.trx, course, forum, itemId, asked, now);
    const before: Before[] = [];
    for (const target of found.targets) {
      const { version } = await apply(change, course, forumId, asked, target);
      before.push({ student: target.studentId, row: target.stored, version });
    }
    await keepAction(change, course, { id, itemId, action, before });
    return answer(found);
  });
}

/** Keeps what stood before an action, for it to be undone. */
export async function keepAction(
  change: Change,
  course: InCourse,
  {
    id,
    itemId,
    action,
    before,
  }: { id: string; itemId: string; action: DocketAction | 'group'; before: readonly Before[] },
): Promise<void> {
  if (before.length === 0) return;
  await change.trx
    .insertInto('docket_action')
    .values({
      id,
      item_id: itemId,
      action,
      at: change.now,
      by: course.person.id,
      before: JSON.stringify(before),
      undone_at: null,
    })
    .execute();
}

/** What was stored of a student before an action, and the version the action made. */
export interface Before {
  readonly student: string;
  readonly row: StoredScore | null;
  readonly version: number;
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

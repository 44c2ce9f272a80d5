import { fromJson } from '../db/json';
import type { DocketAction } from '../../contract/docketActions';
import type { Forum } from '../../core/course/forum';
import type { PassedOver } from '../../core/scoring/manyAtOnce';
import { NO_DECISIONS, suggest, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import type { Change } from '../course/change/changeCourse';
import { courseData } from '../course/facts/courseData';
import type { ScoreCell, StoredScore } from '../course/scores/keepScore';
import { isSecond, readingsOf } from '../course/scores/readings';
import { storedScores } from '../course/scores/storedScore';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { inDocket } from './docket';

/** What is done to many: an action on a docket, or the sheet of a group. */
type ActionName = DocketAction | 'group';

/** One student an action reaches, and what comes of it. */
export interface Target extends ScoreCell {
  readonly decisions: Decisions;
  readonly suggestion: Suggestion | null;
}

/** Whom an action reaches; the others by what was in the way. */
interface Reached {
  readonly targets: readonly Target[];
  readonly passed: ReadonlyMap<string, readonly string[]>;
}

/** A student as the docket has them. */
type InDocket = ReturnType<typeof inDocket>[number];

/** What an action asks of each student of a docket. */
export interface AskedOfEach {
  readonly isMeant: (row: InDocket) => boolean;
  /** What is decided about a student, who has decisions of their own already. */
  readonly decisionsFor: (own: Decisions) => Decisions;
  /** Why it passes the student over; null where it reaches them. */
  readonly whyNot: (row: InDocket, suggestion: Suggestion | null) => PassedOver | null;
}

/** Why a student is passed over, as it is told. */
const PASSED: Record<PassedOver | 'readFirst', string> = {
  readFirst: 'waiting for a reading of your own',
  excused: 'excused from the forum',
  given: 'with a score already',
  nothing: 'with nothing written',
  incomplete: 'with parts that have no points',
  written: 'with something written, or a score',
  notAsked: 'not required to take part',
};

/** Whom of a docket an action reaches, of those with whom who asks works, and whom it cannot reach by why not. */
export async function reach(
  db: Db,
  course: InCourse,
  forum: Forum,
  itemId: string,
  { isMeant, decisionsFor, whyNot }: AskedOfEach,
  now: number,
): Promise<Reached> {
  const data = await courseData(db, course.setup, { forumId: forum.id });
  const readings = forum.evaluation!.secondReading ? await readingsOf(db, itemId) : null;
  const stored = await storedScores(db, itemId);
  const targets: Target[] = [];
  const passed = new Map<string, string[]>();
  for (const row of inDocket(course, data, forum, now)) {
    if (!isMeant(row)) continue;
    const { id } = row.student;
    const kept = stored.get(id) ?? null;
    const decisions = decisionsFor(kept === null ? NO_DECISIONS : fromJson(kept.decisions));
    const suggestion = suggest(forum, row.part, decisions, now);
    const reading = readings?.get(id);
    const waits = reading !== undefined && isSecond(reading, course.person.id);
    const passes = waits ? 'readFirst' : whyNot(row, suggestion);
    if (passes === null) targets.push({ itemId, studentId: id, stored: kept, decisions, suggestion });
    else passed.set(PASSED[passes], [...(passed.get(PASSED[passes]) ?? []), id]);
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

function changeOf(action: ActionName, { studentId, stored, suggestion }: Target): ChangeOfOne {
  const before = stored?.points ?? null;
  const gives = action === 'accept' || action === 'zero' || action === 'group';
  return {
    studentId,
    before,
    after: gives ? (suggestion?.points ?? null) : action === 'excuse' ? null : before,
    excused: action === 'excuse',
  };
}

/** What an action comes to for everybody it means. */
export const outcomeOf = (action: ActionName, { targets, passed }: Reached): ActionOutcome => ({
  changes: targets.map((target) => changeOf(action, target)),
  passed: [...passed].map(([why, students]) => ({ why, students })),
});

/** Keeps what stood before an action, for it to be undone. */
export async function keepAction(
  change: Change,
  course: InCourse,
  {
    id,
    itemId,
    action,
    before,
  }: { id: string; itemId: string; action: ActionName; before: readonly Before[] },
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

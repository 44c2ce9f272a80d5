import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type { actOnDocket as endpoint, DocketAct, undoDocketAct } from '../../contract/docketActs';
import { whyPassedOver, type PassedOver } from '../../core/scoring/manyAtOnce';
import { NO_DECISIONS, suggest, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { fillInText } from '../../core/text/fillIn';
import type { RichNode } from '../../core/text/richText';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
import type { Db, Trx } from '../db/open';
import { courseData } from '../course/facts/courseData';
import { notFound } from '../refusals/problem';
import { toHtml } from '../text/toHtml';
import { inDocket } from './docket';
import { excuse } from '../course/scores/excuse';
import { EMPTY_SCORE, keepScore, type StoredScore } from '../course/scores/keepScore';
import type { RecordedScore } from '../course/scores/loadScores';
import { giveDecided } from '../course/scores/giveDecided';
import { fillingFor } from '../course/scores/giveScore';
import { isSecond, readingsOf } from '../course/scores/readings';

/** The reason students read with a 0 for nothing. */
const NOTHING_WRITTEN = 'Nothing was written.';

/** One student an act reaches, and what comes of it. */
interface Target {
  readonly studentId: string;
  readonly stored: StoredScore | null;
  readonly decisions: Decisions;
  readonly suggestion: Suggestion | null;
}

/** Why a student is passed over, as it is told. */
const PASSED: Record<PassedOver | 'readFirst', string> = {
  readFirst: 'wants a reading of your own first',
  excused: 'is excused',
  given: 'has a score already',
  nothing: 'has written nothing',
  incomplete: 'has parts without points',
  written: 'has written something, or has a score',
};

/** The remark with another below it. */
function below(remark: string | null, added: RichNode): RichNode {
  const before = remark === null ? [] : ((JSON.parse(remark) as RichNode).content ?? []);
  return { type: 'doc', content: [...before, ...(added.content ?? [])] };
}

/**
 * Does the same to many students: accepts complete suggestions, gives 0 or excuses where nothing was written, or adds a remark. All
 * of it or nothing of it; whom it cannot reach is told with what was in the way. What stood before is kept, to be undone.
 */
export function actOnDocket(
  db: Db,
  course: InCourse,
  forumId: string,
  { id, act, students, remark, preview }: BodyOf<typeof endpoint>,
  now: number,
): Promise<AnswerOf<typeof endpoint>> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (forum.evaluation === null || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  const { names } = course.setup;
  const work = async (trx: Trx | Db): Promise<AnswerOf<typeof endpoint>> => {
    const data = await courseData(trx, course.setup, { forumId });
    const readings = forum.evaluation!.secondReading ? await readingsOf(trx as Db, itemId) : null;
    const rows = await trx.selectFrom('score').selectAll().where('item_id', '=', itemId).execute();
    const stored = new Map(rows.map((row) => [row.student_id, row]));
    const changes: AnswerOf<typeof endpoint>['changes'] = [];
    const passed = new Map<string, string[]>();
    const before: { student: string; row: StoredScore | null; version: number }[] = [];
    const chosen = inDocket(course, data, forum, now).filter(({ student, state }) =>
      Array.isArray(students)
        ? students.includes(student.id)
        : students === 'nothing'
          ? state === 'nothing'
          : state === 'ready',
    );
    for (const { student, part, state } of chosen) {
      const kept = stored.get(student.id) ?? null;
      const own = kept === null ? NO_DECISIONS : (JSON.parse(kept.decisions) as Decisions);
      const decisions: Decisions =
        act === 'zero' ? { ...own, override: { points: 0, reason: NOTHING_WRITTEN } } : own;
      const suggestion = suggest(forum, part, decisions, now);
      const target: Target = { studentId: student.id, stored: kept, decisions, suggestion };
      const reading = readings?.get(student.id);
      const waits = reading !== undefined && isSecond(reading, course.person.id);
      const passes = waits ? 'readFirst' : whyPassedOver(act, state, suggestion);
      if (passes !== null) {
        const why = PASSED[passes];
        passed.set(why, [...(passed.get(why) ?? []), student.id]);
        continue;
      }
      const gives = act === 'accept' || act === 'zero';
      changes.push({
        student: names.get(student.id)!,
        before: kept?.points ?? null,
        after: gives ? (suggestion?.points ?? null) : act === 'excuse' ? null : (kept?.points ?? null),
        excused: act === 'excuse',
      });
      if (preview) continue;
      const version = await apply(trx as Trx, course, { forumId, itemId }, act, target, remark, now);
      before.push({ student: student.id, row: kept, version });
    }
    if (!preview && before.length > 0)
      await trx
        .insertInto('docket_act')
        .values({
          id,
          item_id: itemId,
          act,
          at: now,
          by: course.person.id,
          before: JSON.stringify(before),
          undone_at: null,
        })
        .execute();
    return {
      changes,
      passed: [...passed].map(([why, ids]) => ({ why, students: ids.map((each) => names.get(each)!) })),
    };
  };
  return preview ? work(db) : db.transaction().execute(work);
}

async function apply(
  trx: Trx,
  course: InCourse,
  { forumId, itemId }: { forumId: string; itemId: string },
  act: DocketAct,
  target: Target,
  remark: RichNode | null,
  now: number,
): Promise<number> {
  const { studentId, stored, decisions, suggestion } = target;
  if (act === 'excuse') return excuse(trx, course, { itemId, studentId, stored }, true, now);
  if (act === 'remark') {
    const said = below(stored?.remark ?? null, fillInText(remark!, fillingFor(course, forumId, studentId)));
    // With a given score the remark reaches the student; before that it waits for the score.
    const html = stored?.points == null ? {} : { remark_html: toHtml(said) };
    const version = await keepScore(trx, { itemId, ...target }, { remark: JSON.stringify(said), ...html });
    if (stored?.points != null)
      await keepRecord(trx, {
        courseId: course.setup.id,
        at: now,
        actorId: course.person.id,
        what: 'score.remarked',
        subject: `score:${itemId}:${studentId}`,
        after: { remarkHtml: toHtml(said) } satisfies Partial<RecordedScore>,
      });
    return version;
  }
  return giveDecided(trx, course, { forumId, itemId, studentId, stored }, decisions, suggestion!, now);
}

/**
 * Puts back what stood before an act. Whoever was scored, excused or released since is passed over, so that nobody's later work is
 * lost.
 */
export function undoAct(
  db: Db,
  course: InCourse,
  forumId: string,
  actId: string,
  now: number,
): Promise<AnswerOf<typeof undoDocketAct>> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  return db.transaction().execute(async (trx) => {
    const act = await trx
      .selectFrom('docket_act')
      .selectAll()
      .where('id', '=', actId)
      .where('item_id', '=', itemId)
      .where('by', '=', course.person.id)
      .where('undone_at', 'is', null)
      .executeTakeFirst();
    if (!act) throw notFound();
    const before = JSON.parse(act.before) as { student: string; row: StoredScore | null; version: number }[];
    const passed: string[] = [];
    let undone = 0;
    for (const { student, row, version } of before) {
      const stored = await trx
        .selectFrom('score')
        .selectAll()
        .where('item_id', '=', itemId)
        .where('student_id', '=', student)
        .executeTakeFirst();
      const released = row?.released_at ?? null;
      if (!worksWith(course, student) || stored?.version !== version || stored.released_at !== released) {
        passed.push(student);
        continue;
      }
      const back = row ?? EMPTY_SCORE;
      await trx
        .updateTable('score')
        .set({ ...back, item_id: itemId, student_id: student, version: version + 1 })
        .where('item_id', '=', itemId)
        .where('student_id', '=', student)
        .execute();
      await keepRecord(trx, {
        courseId: course.setup.id,
        at: now,
        actorId: course.person.id,
        what: 'score.putBack',
        subject: `score:${itemId}:${student}`,
        before: { points: stored.points },
        after: {
          points: back.points,
          givenAt: back.given_at,
          releasedAt: back.released_at,
          excused: back.excused === 1,
          lines: JSON.parse(back.lines) as RecordedScore['lines'],
          remarkHtml: back.remark_html,
        },
      });
      // A reading that came with a score goes with it.
      if (back.points === null)
        await trx
          .deleteFrom('reading')
          .where('item_id', '=', itemId)
          .where('student_id', '=', student)
          .where('reader_id', '=', course.person.id)
          .execute();
      undone++;
    }
    await trx.updateTable('docket_act').set({ undone_at: now }).where('id', '=', actId).execute();
    return { undone, passed: passed.map((student) => course.setup.names.get(student)!) };
  });
}

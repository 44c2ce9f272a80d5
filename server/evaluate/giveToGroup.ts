import { fromJson, toJson } from '../db/json';
import type { BodyOf } from '../../contract/endpoint';
import type { giveToGroup as endpoint } from '../../contract/docketActions';
import type { Forum } from '../../core/course/forum';
import { whyPassedOver } from '../../core/scoring/manyAtOnce';
import { suggest } from '../../core/scoring/suggest';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { courseData } from '../course/facts/courseData';
import { giveDecided } from '../course/scores/giveScore';
import { keepScore, type StoredScore } from '../course/scores/keepScore';
import { isSecond, readingsOf } from '../course/scores/readings';
import { storedScores } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { conflict, notFound, refused } from '../refusals/problem';
import { changeOf, keepAction, PASSED, type ActionOutcome, type Before, type Target } from './actOnDocket';
import { inDocket } from './docket';
import type { ShowDesk } from './saveScore';

type Asked = BodyOf<typeof endpoint>;

/** Whom the sheet of a student reaches, and whom it cannot reach by why not. */
async function reach(
  db: Db,
  course: InCourse,
  forum: Forum,
  about: { readonly itemId: string; readonly from: StoredScore; readonly group: string },
  now: number,
): Promise<{ readonly targets: readonly Target[]; readonly passed: ReadonlyMap<string, readonly string[]> }> {
  const { itemId, from, group } = about;
  const data = await courseData(db, course.setup, { forumId: forum.id });
  const readings = forum.evaluation!.secondReading ? await readingsOf(db, itemId) : null;
  const stored = await storedScores(db, itemId);
  const decisions = fromJson(from.decisions);
  const targets: Target[] = [];
  const passed = new Map<string, string[]>();
  for (const { student, part, state } of inDocket(course, data, forum, now)) {
    if (!student.groupIds.includes(group)) continue;
    const suggestion = suggest(forum, part, decisions, now);
    const isGivenAnyway = suggestion !== null && decisions.override !== null;
    const asked = isGivenAnyway ? { ...suggestion, incomplete: false } : suggestion;
    const reading = readings?.get(student.id);
    const waits = reading !== undefined && isSecond(reading, course.person.id);
    // Whose sheet it is gets it though they have a score: it says then that the group has the same.
    const isOwn = student.id === from.student_id && state !== 'excused';
    const passes = waits ? 'readFirst' : whyPassedOver('group', isOwn ? 'ready' : state, asked);
    if (passes === null)
      targets.push({
        itemId,
        studentId: student.id,
        stored: stored.get(student.id) ?? null,
        decisions,
        suggestion,
      });
    else passed.set(PASSED[passes], [...(passed.get(PASSED[passes]) ?? []), student.id]);
  }
  return { targets, passed };
}

/**
 * Gives the sheet that is kept for one student to everyone of a group of theirs who has no score yet: what was decided part by part, the
 * adjustment or other total, and the remark where that is wanted. What follows from each one's own posts is each one's own. The explanation
 * says that it was given to the group; every score can then be changed by itself. All of it or nothing of it, and undone in one step.
 * (docs/rules §6)
 *
 * @throws {Problem} 404 where the student is not theirs or not in the group, 409 where the sheet was changed since, 403 where none is kept
 */
export async function giveToGroup(
  deps: Keeping,
  course: InCourse,
  { forumId, studentId }: { forumId: string; studentId: string },
  { id, group, version, withRemark, preview }: Asked,
  now: number,
  show: ShowDesk,
): Promise<ActionOutcome> {
  const { forum, card } = forumIn(course.setup, forumId);
  const { setup } = course;
  const title = setup.groups.get(group)?.title;
  const isIn = setup.students.get(studentId)?.groupIds.includes(group) ?? false;
  if (forum.evaluation === null || card.itemId === null || !worksWith(course, studentId)) throw notFound();
  if (title === undefined || !isIn) throw notFound();
  const itemId = card.itemId;
  const found = async (db: Db) => {
    const from = (await storedScores(db, itemId)).get(studentId);
    if ((from?.version ?? 0) !== version)
      throw conflict('Someone else has scored this student since you opened the page.', await show(db));
    if (from === undefined)
      throw refused(
        'nothingKept',
        'Nothing is entered on this sheet yet. Enter points, then give it to the group.',
      );
    return { from, ...(await reach(db, course, forum, { itemId, from, group }, now)) };
  };
  const answer = ({ targets, passed }: Awaited<ReturnType<typeof reach>>) => ({
    changes: targets.map((target) => changeOf('group', target)),
    passed: [...passed].map(([why, students]) => ({ why, students })),
  });
  if (preview) return answer(await found(deps.db));
  return changeCourse(deps, course, now, async (change) => {
    const { from, ...reached } = await found(change.trx);
    const before: Before[] = [];
    for (const target of reached.targets) {
      const { decisions, suggestion, stored } = target;
      const remark = target.studentId === studentId || !withRemark ? {} : { remark: from.remark };
      const kept = await keepScore(change, target, { decisions: toJson(decisions), ...remark });
      const { version } = await giveDecided(
        change,
        course,
        forumId,
        { ...target, stored: kept },
        {
          decisions,
          suggestion: suggestion!,
          anew: false,
          together: title,
          why: decisions.override?.reason ?? `The same sheet for ${title}.`,
        },
      );
      before.push({ student: target.studentId, row: stored, version });
    }
    await keepAction(change, course, { id, itemId, action: 'group', before });
    return answer(reached);
  });
}

import { fromJson, toJson } from '../db/json';
import type { BodyOf } from '../../contract/endpoint';
import type { giveToGroup as endpoint } from '../../contract/docketActions';
import { whyNotTogether } from '../../core/scoring/together';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { giveDecided } from '../course/scores/giveScore';
import { keepScore } from '../course/scores/keepScore';
import { storedScore } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { conflict, notFound, refused } from '../refusals/problem';
import { keepAction, outcomeOf, reach, type ActionOutcome, type Before } from './reach';
import type { ShowDesk } from './saveScore';

type Asked = BodyOf<typeof endpoint>;

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
    const from = await storedScore(db, itemId, studentId);
    if ((from?.version ?? 0) !== version)
      throw conflict('Someone else has scored this student since you opened the page.', await show(db));
    if (from === null)
      throw refused(
        'nothingKept',
        'Nothing is entered on this sheet yet. Enter points, then give it to the group.',
      );
    const decisions = fromJson(from.decisions);
    const reached = await reach(
      db,
      course,
      forum,
      itemId,
      {
        isMeant: ({ student }) => student.groupIds.includes(group),
        decisionsFor: () => decisions,
        whyNot: ({ student, state }, suggestion) =>
          whyNotTogether(state, suggestion, decisions, student.id === studentId),
      },
      now,
    );
    return { from, reached };
  };
  if (preview) return outcomeOf('group', (await found(deps.db)).reached);
  return changeCourse(deps, course, now, async (change) => {
    const { from, reached } = await found(change.trx);
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
    return outcomeOf('group', reached);
  });
}

import type { BodyOf } from '../../contract/endpoint';
import type { PersonName } from '../../contract/basics';
import type { assignStudents as assigning, shareDocket as sharing } from '../../contract/docketActions';
import { mayEvaluate, shareOut, type Evaluator } from '../../core/scoring/shareOut';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import type { CourseSetup } from '../course/setup/courseCache';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound, wrongField } from '../refusals/problem';

/** Staff of the course who can be given students to evaluate. */
function evaluatorsOf(setup: CourseSetup): Map<string, Evaluator> {
  return new Map(
    [...setup.members.values()].flatMap(({ personId, role, removed, sections }) =>
      role === 'student' || removed ? [] : [[personId, { id: personId, sections }] as const],
    ),
  );
}

/** The evaluator of each student of a docket, as far as it is shared out; who is no staff any more has none. */
export async function sharesOf(
  db: Db,
  setup: CourseSetup,
  forumId: string,
  studentId?: string,
): Promise<Map<string, string>> {
  let query = db.selectFrom('docket_share').selectAll().where('forum_id', '=', forumId);
  if (studentId !== undefined) query = query.where('student_id', '=', studentId);
  const evaluators = evaluatorsOf(setup);
  return new Map(
    (await query.execute()).flatMap(({ student_id, evaluator_id }) =>
      evaluators.has(evaluator_id) ? [[student_id, evaluator_id] as const] : [],
    ),
  );
}

/** Writes who evaluates whom; whoever has the docket open hears of the students for whom that is another now. */
async function write(
  change: Change,
  setup: CourseSetup,
  forumId: string,
  shares: ReadonlyMap<string, string>,
): Promise<void> {
  const { trx } = change;
  const before = await sharesOf(trx, setup, forumId);
  const differs = [...new Set([...before.keys(), ...shares.keys()])].filter(
    (student) => before.get(student) !== shares.get(student),
  );
  const item = setup.gradebook.items.find((each) => each.forumId === forumId);
  if (item) change.touches(differs.map((studentId) => ({ itemId: item.id, studentId })));
  await trx.deleteFrom('docket_share').where('forum_id', '=', forumId).execute();
  const rows = [...shares].map(([student_id, evaluator_id]) => ({
    forum_id: forumId,
    student_id,
    evaluator_id,
  }));
  for (let at = 0; at < rows.length; at += 1000)
    await trx
      .insertInto('docket_share')
      .values(rows.slice(at, at + 1000))
      .execute();
}

/** How many students each evaluator is for, and how many have none. */
export interface SharedOut {
  readonly shares: { readonly evaluator: PersonName; readonly students: number }[];
  readonly left: number;
}

/**
 * Shares a docket out among evaluators, or says what that would come to. (docs/rules §6)
 *
 * @param inDocket the students of the docket, in the order of the roster
 */
export async function shareDocket(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  inDocket: readonly string[],
  { by, evaluators, keep, preview }: BodyOf<typeof sharing>,
  now: number,
): Promise<SharedOut> {
  const { setup } = course;
  const { forum } = forumIn(setup, forumId);
  const known = evaluatorsOf(setup);
  const chosen = [...new Set(evaluators)].map((id, index) => {
    const evaluator = known.get(id);
    if (!evaluator)
      throw wrongField(`evaluators.${index}`, 'Someone chosen here does not evaluate in this course.');
    return evaluator;
  });
  const students = inDocket.map((id) => {
    const student = setup.students.get(id)!;
    const groupIds = student.groupIds.filter(
      (group) => forum.groupPlanId === null || setup.groups.get(group)?.planId === forum.groupPlanId,
    );
    return { ...student, groupIds };
  });
  return changeCourse(deps, course, now, async (change) => {
    const kept = keep ? await sharesOf(change.trx, setup, forumId) : new Map<string, string>();
    // Whoever is with an evaluator who was not chosen stays there too.
    const elsewhere = new Map([...kept].filter(([, evaluator]) => !evaluators.includes(evaluator)));
    const open = students.filter(({ id }) => !elsewhere.has(id));
    const shares = new Map([...elsewhere, ...shareOut(open, chosen, by, kept)]);
    if (preview) change.takeBack();
    else {
      await write(change, setup, forumId, shares);
      await change.record(
        'docket.shared',
        { of: 'docket', forumId },
        { after: { by, evaluators: chosen.map(({ id }) => id) } },
      );
    }
    const counts = new Map<string, number>();
    for (const id of inDocket) {
      const evaluator = shares.get(id);
      if (evaluator !== undefined) counts.set(evaluator, (counts.get(evaluator) ?? 0) + 1);
    }
    return {
      shares: [...counts].map(([id, n]) => ({ evaluator: setup.names.get(id)!, students: n })),
      left: inDocket.filter((id) => !shares.has(id)).length,
    };
  });
}

/** Gives some students of a docket to an evaluator who works with them, or to nobody. */
export function assignStudents(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  { students, evaluator: id }: BodyOf<typeof assigning>,
  now: number,
): Promise<void> {
  const { setup } = course;
  forumIn(setup, forumId);
  const evaluator = id === null ? null : evaluatorsOf(setup).get(id);
  if (evaluator === undefined) throw wrongField('evaluator', 'Choose someone who evaluates in this course.');
  for (const student of students) if (!worksWith(course, student)) throw notFound();
  return changeCourse(deps, course, now, async (change) => {
    const shares = await sharesOf(change.trx, setup, forumId);
    for (const student of students) {
      if (evaluator === null) shares.delete(student);
      else {
        if (!mayEvaluate(evaluator, setup.students.get(student)!))
          throw wrongField(
            'evaluator',
            `${setup.names.get(evaluator.id)!.name} does not work with all of these students. Choose others, or change the sections in the roster.`,
          );
        shares.set(student, evaluator.id);
      }
    }
    await write(change, setup, forumId, shares);
    await change.record(
      'docket.assigned',
      { of: 'docket', forumId },
      { after: { students: [...students], evaluator: id } },
    );
  });
}

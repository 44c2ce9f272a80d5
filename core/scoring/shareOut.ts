import type { Id } from '../course/id';

/** How a docket is shared out: into equal numbers, or by whole sections or groups. */
export type ShareBy = 'number' | 'sections' | 'groups';

/** What sharing out has to know of a student. */
export interface Shared {
  readonly id: Id;
  readonly sectionId: Id | null;
  readonly groupIds: readonly Id[];
}

/** Someone who evaluates, and whose students: everyone's, or those of some sections. */
export interface Evaluator {
  readonly id: Id;
  readonly sections: 'all' | readonly Id[];
}

/** Whether an evaluator works with a student. */
export const mayEvaluate = ({ sections }: Evaluator, { sectionId }: Pick<Shared, 'sectionId'>): boolean =>
  sections === 'all' || (sectionId !== null && sections.includes(sectionId));

/** Students who stay together; the largest first, so that what comes last evens out. */
function together(students: readonly Shared[], by: ShareBy): Shared[][] {
  const units = new Map<string, Shared[]>();
  for (const student of students) {
    const key =
      by === 'sections'
        ? student.sectionId
        : by === 'groups'
          ? ([...student.groupIds].sort()[0] ?? null)
          : null;
    const name = key === null ? `student ${student.id}` : `unit ${key}`;
    const unit = units.get(name);
    if (unit) unit.push(student);
    else units.set(name, [student]);
  }
  return [...units.values()].sort((one, other) => other.length - one.length);
}

/**
 * Shares students out among evaluators, each to whoever has the fewest so far of those who work with them. By sections or groups, students
 * stay together where one evaluator works with all of them; a student of no group stands alone. (docs/rules §6)
 *
 * @param students in the order of the roster
 * @param kept whom students are for already and stay with; they are counted
 * @returns the evaluator of each student; none for students nobody of them works with
 * @example shareOut(students, [pilar, teodora], 'number', new Map()).get('ines') // 'pilar'
 */
export function shareOut(
  students: readonly Shared[],
  evaluators: readonly Evaluator[],
  by: ShareBy,
  kept: ReadonlyMap<Id, Id>,
): Map<Id, Id> {
  const has = new Map<Id, number>(evaluators.map(({ id }) => [id, 0]));
  const result = new Map<Id, Id>();
  const give = (student: Shared, evaluator: Id) => {
    result.set(student.id, evaluator);
    has.set(evaluator, has.get(evaluator)! + 1);
  };
  const open: Shared[] = [];
  for (const student of students) {
    const evaluator = evaluators.find(({ id }) => id === kept.get(student.id));
    if (evaluator && mayEvaluate(evaluator, student)) give(student, evaluator.id);
    else open.push(student);
  }
  // Of equals, whoever works with some sections only comes first: of others there may be none for them.
  const isLimited = ({ sections }: Evaluator) => Number(sections !== 'all');
  const fewest = (those: readonly Evaluator[]) =>
    those.toSorted(
      (one, other) => has.get(one.id)! - has.get(other.id)! || isLimited(other) - isLimited(one),
    )[0] ?? null;
  const apart: Shared[] = [];
  for (const unit of together(open, by)) {
    const whole = fewest(evaluators.filter((each) => unit.every((student) => mayEvaluate(each, student))));
    if (whole === null) apart.push(...unit);
    else for (const student of unit) give(student, whole.id);
  }
  for (const student of apart) {
    const evaluator = fewest(evaluators.filter((each) => mayEvaluate(each, student)));
    if (evaluator !== null) give(student, evaluator.id);
  }
  return result;
}

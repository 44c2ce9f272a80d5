import type { Criterion, CriterionLevel, GuideOf, PostBasis, RubricPart } from '../../course/evaluation';
import type { Id } from '../../course/id';
import { decimal, type Points } from '../../course/points';
import type { RowReader } from '../../csv/rowReader';
import {
  outOfRange,
  waiting,
  within,
  type DecisionProblem,
  type GuideRule,
  type PartKind,
  type PartValue,
} from './partKind';

/** What was decided about one criterion of a rubric. */
export interface CriterionDecision {
  readonly levelId: Id | null;
  /** Given in place of the level's points, where the rubric allows any number; in hundredths. */
  readonly points?: Points | null;
  /** Read by the student with the score. */
  readonly comment?: string;
}

/** What was decided, by criterion. */
export interface RubricDecision {
  readonly criteria?: Readonly<Record<Id, CriterionDecision>>;
}

/**
 * The least and the most a criterion can come to, in hundredths: the points of its lowest and of its highest level.
 *
 * @example rangeOf({ levels: [{ points: 100 }, { points: 300 }] }) // { least: 100, most: 300 }
 */
export function rangeOf(criterion: Pick<Criterion, 'levels'>): { least: Points; most: Points } {
  const points = criterion.levels.map((level) => level.points);
  return points.length === 0
    ? { least: 0, most: 0 }
    : { least: Math.min(...points), most: Math.max(...points) };
}

/** What a criterion was given, in hundredths; null while nothing is. A number stands in place of a level's points. */
export function criterionPoints(
  part: RubricPart,
  criterion: Criterion,
  decision: CriterionDecision | undefined,
): Points | null {
  if (!decision) return null;
  if (part.anyNumber && decision.points !== null && decision.points !== undefined) {
    const { least, most } = rangeOf(criterion);
    return Math.max(within(decision.points, most), least);
  }
  return criterion.levels.find(({ id }) => id === decision.levelId)?.points ?? null;
}

const LOOKS: readonly (readonly [PostBasis, string])[] = [
  ['whole', 'everything'],
  ['initial', 'initial post'],
  ['replies', 'replies'],
];

/** The codes of outcomes in a cell, with semicolons between them. */
const codesIn = (cell: string): string[] => [
  ...new Set(
    cell
      .split(';')
      .map((code) => code.trim())
      .filter((code) => code !== ''),
  ),
];

/** A row a level; a row with an empty criterion belongs to the one above. */
function readCriteria(file: RowReader, newId: () => Id): readonly Criterion[] {
  const criteria: (Omit<Criterion, 'levels'> & { levels: CriterionLevel[] })[] = [];
  for (const row of file.rows) {
    const title = file.text(row, 'criterion');
    const last = criteria.at(-1);
    if (!last || (title !== '' && title !== last.title)) {
      const looks = file.text(row, 'looks at').toLowerCase();
      const basis = looks === '' ? 'whole' : LOOKS.find(([, words]) => words === looks)?.[0];
      if (basis === undefined)
        file.wrong(row, 'It looks at "everything", at the "initial post" or at "replies".');
      criteria.push({
        id: newId(),
        title: file.named(row, 'criterion', 120),
        description: file.text(row, 'description'),
        outcomes: codesIn(file.text(row, 'outcome')),
        basis: basis ?? 'whole',
        levels: [],
      });
    }
    criteria.at(-1)!.levels.push({
      id: newId(),
      title: file.named(row, 'level', 60),
      description: file.text(row, 'level description'),
      points: file.amount(row, 'points', 100_000),
    });
  }
  return criteria;
}

const guide: GuideRule<GuideOf<RubricPart>> = {
  name: 'rubric',
  most: ({ criteria }) => criteria.reduce((sum, criterion) => sum + rangeOf(criterion).most, 0),
  columns: ['criterion', 'description', 'outcome', 'looks at', 'level', 'level description', 'points'],
  needed: ['criterion', 'level', 'points'],
  rows: ({ criteria }) =>
    criteria.flatMap(({ title, description, outcomes, basis, levels }) =>
      levels.map((level) => [
        title,
        description,
        outcomes.join('; '),
        LOOKS.find(([each]) => each === basis)![1],
        level.title,
        level.description,
        decimal(level.points),
      ]),
    ),
  read: (file, newId) => ({ kind: 'rubric', criteria: readCriteria(file, newId), anyNumber: false }),
};

/** The sum over the criteria of what each was given; incomplete until every one is. (rules §6) */
export const rubric: PartKind<RubricPart, RubricDecision> = {
  judged: true,
  value({ part, posts, postsOf, decision }): PartValue {
    const given = part.criteria.map((criterion) => {
      const decided = decision.criteria?.[criterion.id];
      return { criterion, decided, points: criterionPoints(part, criterion, decided) };
    });
    const made = given.filter(({ points }) => points !== null).length;
    if (made < given.length)
      return waiting(
        posts.map(({ id }) => id),
        made,
        given.length,
      );
    return {
      points: given.reduce((sum, { points }) => sum + points!, 0),
      incomplete: false,
      lines: given.map(({ criterion, decided, points }) => ({
        code: 'criterion',
        amount: points!,
        params: {
          title: criterion.title,
          level: criterion.levels.find(({ id }) => id === decided?.levelId)?.title ?? '',
          of: rangeOf(criterion).most,
          ...(decided?.comment && { comment: decided.comment }),
        },
        postIds: part.basis === 'reviews' ? [] : postsOf(criterion.basis).map(({ id }) => id),
      })),
    };
  },
  withoutLate: () => null,
  problem(part, { criteria = {} }): DecisionProblem | null {
    for (const [id, { levelId, points }] of Object.entries(criteria)) {
      const criterion = part.criteria.find((each) => each.id === id);
      if (!criterion) return { field: `criteria.${id}`, code: 'unknown', title: part.title };
      if (levelId !== null && !criterion.levels.some((level) => level.id === levelId))
        return { field: `criteria.${id}.levelId`, code: 'unknown', title: criterion.title };
      const { least, most } = rangeOf(criterion);
      const wrong = outOfRange(`criteria.${id}.points`, criterion.title, points, most, least);
      if (wrong) return wrong;
    }
    return null;
  },
  faults: (part) => (guide.most(part) === part.maximum ? [] : ['cannotReach']),
  guide,
};

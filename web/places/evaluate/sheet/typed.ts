import { readPoints } from '../../../forms/readPoints';
import type { DeskView, Passage } from '../../../../contract/evaluate';
import type { FileView } from '../../../../contract/files';
import type { Part } from '../../../../core/course/evaluation';
import { rangeOf } from '../../../../core/scoring/kinds/rubric';
import type { PartDecision } from '../../../../core/scoring/kinds/partKinds';
import type { Decisions } from '../../../../core/scoring/suggest';
import type { RichNode } from '../../../../core/text/richText';
import { maximumWords, pointWords } from '../../../../words/numbers';

/** What is typed and chosen for one criterion. */
export interface CriterionTyped {
  readonly levelId: string | null;
  readonly points: string;
  readonly comment: string;
}

/** What is typed and chosen for one part. */
export interface PartTyped {
  readonly points: string;
  readonly criteria: Readonly<Record<string, CriterionTyped>>;
  readonly items: Readonly<Record<string, boolean>>;
  readonly levelId: string | null;
  readonly posts: Readonly<Record<string, string>>;
  readonly leftOut: readonly string[];
}

/** What is typed on the sheet, not yet what is meant. */
export interface Typed {
  readonly parts: Readonly<Record<string, PartTyped>>;
  readonly adjust: string;
  readonly adjustWhy: string;
  readonly override: string;
  readonly why: string;
  readonly remark: RichNode | null;
  readonly passages: readonly Passage[];
  readonly files: readonly FileView[];
}

/** A field that cannot be read, and what would be right. */
export interface SheetProblem {
  readonly field: string;
  readonly message: string;
}

/** Nothing decided about a part. */
export const NOTHING_TYPED: PartTyped = {
  points: '',
  criteria: {},
  items: {},
  levelId: null,
  posts: {},
  leftOut: [],
};
export const NO_CRITERION: CriterionTyped = { levelId: null, points: '', comment: '' };

const shown = (points: number | null | undefined) =>
  points === null || points === undefined ? '' : pointWords(points);

function partTyped(decision: PartDecision | undefined): PartTyped {
  if (!decision) return NOTHING_TYPED;
  const posts = Object.entries(decision.posts ?? {});
  return {
    points: shown(decision.points),
    criteria: Object.fromEntries(
      Object.entries(decision.criteria ?? {}).map(([id, { levelId, points, comment }]) => [
        id,
        { levelId, points: shown(points), comment: comment ?? '' },
      ]),
    ),
    items: decision.items ?? {},
    levelId: decision.levelId ?? null,
    posts: Object.fromEntries(
      posts.flatMap(([id, points]) => (points === 'leftOut' ? [] : [[id, pointWords(points)]])),
    ),
    leftOut: posts.flatMap(([id, points]) => (points === 'leftOut' ? [id] : [])),
  };
}

/** What is kept of a score, as the sheet shows it. */
export function typedFrom(view: DeskView): Typed {
  const { decisions, remark } = view.score;
  const { adjustment, override } = decisions;
  return {
    parts: Object.fromEntries(view.forum.parts.map(({ id }) => [id, partTyped(decisions.parts[id])])),
    adjust: adjustment === null ? '' : pointWords(adjustment.points),
    adjustWhy: adjustment?.reason ?? '',
    override: override === null ? '' : pointWords(override.points),
    why: override?.reason ?? '',
    remark,
    passages: view.score.passages,
    files: view.score.files,
  };
}

/** Points within bounds, or the problem with them; null for nothing. */
function read(
  typed: string,
  field: string,
  title: string,
  least: number,
  most: number,
): { points: number | null } | { problem: SheetProblem } {
  const points = readPoints(typed);
  if (points === undefined || (points !== null && (points < least || points > most)))
    return {
      problem: {
        field,
        message: `${title}: write points from ${maximumWords(least)} to ${maximumWords(most)}.`,
      },
    };
  return { points };
}

/** What is meant with one part; what cannot be read is left out and told. */
function partMeaning(part: Part, typed: PartTyped, tell: (problem: SheetProblem) => void): PartDecision {
  const points = (text: string, field: string, title: string, most: number, least = 0) => {
    const result = read(text, field, title, least, most);
    if ('points' in result) return result.points;
    tell(result.problem);
    return null;
  };
  switch (part.kind) {
    case 'direct': {
      const given = points(typed.points, part.id, part.title, part.maximum);
      return given === null ? {} : { points: given };
    }
    case 'rubric': {
      const criteria = part.criteria.flatMap((criterion) => {
        const { levelId, points: number, comment } = typed.criteria[criterion.id] ?? NO_CRITERION;
        const { least, most } = rangeOf(criterion);
        const given = part.anyNumber
          ? points(number, `${part.id} ${criterion.id}`, criterion.title, most, least)
          : null;
        if (levelId === null && given === null && comment === '') return [];
        return [
          [
            criterion.id,
            { levelId, ...(given !== null && { points: given }), ...(comment !== '' && { comment }) },
          ] as const,
        ];
      });
      return criteria.length === 0 ? {} : { criteria: Object.fromEntries(criteria) };
    }
    case 'checklist':
      return Object.keys(typed.items).length === 0 ? {} : { items: typed.items };
    case 'levels':
      return typed.levelId === null ? {} : { levelId: typed.levelId };
    case 'perPost': {
      const posts = Object.entries(typed.posts).flatMap(([id, text]) => {
        if (typed.leftOut.includes(id)) return [];
        const given = points(text, `${part.id} ${id}`, `${part.title}, a post`, part.each);
        return given === null ? [] : [[id, given] as const];
      });
      const all = [...posts, ...typed.leftOut.map((id) => [id, 'leftOut'] as const)];
      return all.length === 0 ? {} : { posts: Object.fromEntries(all) };
    }
    case 'completion':
    case 'ratings':
      return {};
  }
}

/** What is meant, or the first thing that cannot be read, with its field. */
export function meaningOf(
  typed: Typed,
  view: DeskView,
): { decisions: Decisions; problem: SheetProblem | null } {
  let problem: SheetProblem | null = null;
  const tell = (found: SheetProblem) => {
    problem ??= found;
  };
  const parts = Object.fromEntries(
    view.forum.parts.flatMap((part) => {
      const decision = partMeaning(part, typed.parts[part.id] ?? NOTHING_TYPED, tell);
      return Object.keys(decision).length === 0 ? [] : [[part.id, decision] as const];
    }),
  );
  const most = view.forum.aboveMaximum ? 10_000_00 : view.forum.maximum;
  const reasoned = (
    text: string,
    why: string,
    { field, title, what, least }: { field: string; title: string; what: string; least: number },
  ) => {
    const result = read(text, field, title, least, most);
    if ('problem' in result) tell(result.problem);
    else if (result.points !== null && why.trim() === '')
      tell({ field: `${field} why`, message: `Say why ${what}; the student reads it.` });
    else if (result.points !== null) return { points: result.points, reason: why.trim() };
    return null;
  };
  const adjustment = reasoned(typed.adjust, typed.adjustWhy, {
    field: 'adjust',
    title: 'The adjustment',
    what: 'the total is adjusted',
    least: -view.forum.maximum,
  });
  const override = reasoned(typed.override, typed.why, {
    field: 'override',
    title: 'The total',
    what: 'another total is given',
    least: 0,
  });
  return { decisions: { parts, adjustment, override }, problem };
}

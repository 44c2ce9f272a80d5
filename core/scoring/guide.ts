import type { ChecklistItem, Criterion, Evaluation, Part, ScaleLevel } from '../course/evaluation';
import type { Id } from '../course/id';
import { rangeOf } from './kinds/rubric';
import type { Points } from '../course/points';

/** What a part is judged by, apart from any forum: a rubric, a checklist, or a scale of levels. */
export type Guide = { readonly title: string } & (
  | { readonly kind: 'rubric'; readonly criteria: readonly Criterion[]; readonly anyNumber: boolean }
  | { readonly kind: 'checklist'; readonly items: readonly ChecklistItem[] }
  | { readonly kind: 'levels'; readonly levels: readonly ScaleLevel[] }
);

/** The parts that are judged by a guide. */
export type GuidedPart = Extract<Part, { kind: Guide['kind'] }>;

/** What a part is judged by; null where it is judged otherwise. */
export function guideOf(part: Part): Guide | null {
  const { title } = part;
  if (part.kind === 'rubric')
    return { title, kind: 'rubric', criteria: part.criteria, anyNumber: part.anyNumber };
  if (part.kind === 'checklist') return { title, kind: 'checklist', items: part.items };
  return part.kind === 'levels' ? { title, kind: 'levels', levels: part.levels } : null;
}

/**
 * The most a guide comes to, in hundredths; null for a scale, whose levels are shares of whatever the part has.
 *
 * @example mostOf({ title: 'Map', kind: 'checklist', items: [{ points: 100 }, { points: 200 }] }) // 300
 */
export function mostOf(guide: Guide): Points | null {
  if (guide.kind === 'levels') return null;
  return guide.kind === 'rubric'
    ? guide.criteria.reduce((sum, criterion) => sum + rangeOf(criterion).most, 0)
    : guide.items.reduce((sum, { points }) => sum + points, 0);
}

/**
 * A part judged by a guide of the library. It keeps its name and what it looks at; its maximum is what the guide comes to. Criteria and
 * levels keep their ids, so that what was decided by them before stands where they still are. (docs/rules §6)
 */
export function partWith(part: Part, guide: Guide, guideId: Id): GuidedPart {
  const { id, title, basis } = part;
  const common = { id, title, basis, maximum: mostOf(guide) ?? part.maximum, guideId };
  if (guide.kind === 'rubric')
    return { ...common, kind: 'rubric', criteria: guide.criteria, anyNumber: guide.anyNumber };
  if (guide.kind === 'checklist') return { ...common, kind: 'checklist', items: guide.items };
  return { ...common, kind: 'levels', levels: guide.levels };
}

/**
 * An evaluation whose parts of one guide are judged by it as it is now. The maximum follows the parts. (docs/rules §6)
 *
 * @example evaluationWith(evaluation, 'weir-rubric', guide).maximum // 1200
 */
export function evaluationWith(evaluation: Evaluation, guideId: Id, guide: Guide): Evaluation {
  const parts = evaluation.parts.map((part) =>
    'guideId' in part && part.guideId === guideId ? partWith(part, guide, guideId) : part,
  );
  return { ...evaluation, parts, maximum: parts.reduce((sum, { maximum }) => sum + maximum, 0) };
}

import type { Evaluation, Guide, GuidedPart, Part } from '../course/evaluation';
import type { Id } from '../course/id';
import type { Points } from '../course/points';
import type { GuideRule } from './kinds/partKind';
import { kindOf, partKinds } from './kinds/partKinds';

const kinds = Object.keys(partKinds) as Part['kind'][];

/** What belongs to each kind of guide, in the order in which they are offered. */
export const guideRules: readonly (GuideRule & { readonly kind: Guide['kind'] })[] = kinds.flatMap((kind) =>
  partKinds[kind].guide === null
    ? []
    : [{ ...guideRule({ kind: kind as Guide['kind'] }), kind: kind as Guide['kind'] }],
);

/** What belongs to a guide's kind: what it comes to, its name, its file. */
export function guideRule({ kind }: Pick<Guide, 'kind'>): GuideRule {
  return partKinds[kind].guide as unknown as GuideRule;
}

/** Whether a part is judged by something that can stand in the library. */
export const isGuided = (part: Part): part is GuidedPart => kindOf(part).guide !== null;

/** What a part is judged by; null where it is judged otherwise. */
export function guideOf(part: Part): Guide | null {
  if (!isGuided(part)) return null;
  const { id: _id, maximum: _maximum, basis: _basis, guideId: _guide, ...guide } = part;
  return guide;
}

/**
 * The most a guide comes to, in hundredths; null for a scale, whose levels are shares of whatever the part has.
 *
 * @example mostOf({ title: 'Map', kind: 'checklist', items: [{ points: 100 }, { points: 200 }] }) // 300
 */
export function mostOf(guide: Guide): Points | null {
  return guideRule(guide).most(guide);
}

/**
 * A part judged by a guide of the library. It keeps its name and what it looks at; its maximum is what the guide comes to. Criteria and
 * levels keep their ids, so that what was decided by them before stands where they still are. (docs/rules §6)
 */
export function partWith(part: Part, guide: Guide, guideId: Id): GuidedPart {
  const { id, title, basis } = part;
  return { ...guide, id, title, basis, maximum: mostOf(guide) ?? part.maximum, guideId };
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

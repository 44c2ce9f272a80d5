import type { Part } from '../course/evaluation';
import { rangeOf } from '../scoring/kinds/rubric';
import type { Points } from '../course/points';
import type { Check } from './check';
import { finding } from './finding';

/** The most that the criteria or items of a part come to; null for parts that have none. */
function mostOf(part: Part): Points | null {
  if (part.kind === 'rubric')
    return part.criteria.reduce((sum, criterion) => sum + rangeOf(criterion).most, 0);
  if (part.kind === 'checklist') return part.items.reduce((sum, item) => sum + item.points, 0);
  return null;
}

/** Error: criteria or items that cannot reach exactly the maximum of their part. (rules §6, §8) */
export const cannotReach: Check = ({ forum: { evaluation } }) =>
  (evaluation?.parts ?? []).flatMap((part) => {
    const most = mostOf(part);
    if (most === null || most === part.maximum) return [];
    const params = { part: part.title, most, maximum: part.maximum };
    return [finding('error', 'cannotReach', 'evaluation', { params })];
  });

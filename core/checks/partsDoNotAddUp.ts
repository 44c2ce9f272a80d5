import type { Check } from './check';
import { finding } from './finding';

/** Errors: evaluated without a maximum or without parts, or parts that do not add up to the maximum. (rules §8) */
export const partsDoNotAddUp: Check = ({ forum: { evaluation } }) => {
  if (evaluation === null) return [];
  if (evaluation.maximum <= 0 || evaluation.parts.length === 0)
    return [finding('error', 'noMaximum', 'evaluation')];
  const sum = evaluation.parts.reduce((total, part) => total + part.maximum, 0);
  if (sum === evaluation.maximum) return [];
  return [
    finding('error', 'partsDoNotAddUp', 'evaluation', { params: { sum, maximum: evaluation.maximum } }),
  ];
};

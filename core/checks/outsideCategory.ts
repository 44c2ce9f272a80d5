import { WHOLE } from '../course/points';
import type { Check } from './check';
import { finding } from './finding';

/** Warnings: an evaluated forum outside any category, and category weights that do not add up to 100. (rules §8) */
export const outsideCategory: Check = ({ forum, category, categories }) => {
  if (forum.evaluation === null || categories.length === 0) return [];
  const findings = category === null ? [finding('warning', 'outsideCategory', 'category')] : [];
  const sum = categories.reduce((total, { weight }) => total + weight, 0);
  if (sum !== WHOLE) findings.push(finding('warning', 'weightsDoNotAddUp', 'category', { params: { sum } }));
  return findings;
};

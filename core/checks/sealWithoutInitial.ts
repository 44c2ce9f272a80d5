import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warnings: a seal without a required initial post, and a seal that a single word opens. (rules §8) */
export const sealWithoutInitial: Check = ({ forum, alike }) => {
  if (forum.seal === null) return [];
  const free = membersWith(alike, ({ numbers }) => numbers.initialRequired === 0);
  const findings = free.length > 0 ? [finding('warning', 'sealWithoutInitial', 'seal', { of: free })] : [];
  const single = membersWith(alike, ({ sealMinWords }) => sealMinWords === 1);
  if (single.length > 0) findings.push(finding('warning', 'sealOpensAtOneWord', 'seal', { of: single }));
  return findings;
};

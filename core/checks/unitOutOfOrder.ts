import type { Check } from './check';
import { finding } from './finding';
import { laterAbove } from './laterAbove';

/** Warning: a forum that opens before one that stands above it in the same unit. (rules §8) */
export const unitOutOfOrder: Check = ({ forum, unit, titles }) => {
  const later = laterAbove(forum, unit);
  return later
    ? [finding('warning', 'unitOutOfOrder', 'posting', { params: { forum: titles.get(later.id) ?? '' } })]
    : [];
};

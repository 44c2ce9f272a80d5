import { requiredOf } from '../scoring/kinds/basis';
import type { Check } from './check';
import { finding } from './finding';

/** Error: scores of posts are added up where no post is required to measure the sum by. (rules §6: refused when saved) */
export const sumOfNothing: Check = ({ forum }) =>
  (forum.evaluation?.parts ?? [])
    .filter(
      (part) => part.kind === 'perPost' && part.combine.by === 'sum' && requiredOf(part.basis, forum) === 0,
    )
    .map((part) => finding('error', 'sumOfNothing', 'evaluation', { params: { part: part.title } }));

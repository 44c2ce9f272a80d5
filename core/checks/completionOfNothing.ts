import { requiredOf } from '../scoring/kinds/basis';
import type { Check } from './check';
import { finding } from './finding';

/** Error: a part for completed posts where none are required. (rules §6: refused when saved) */
export const completionOfNothing: Check = ({ forum }) =>
  (forum.evaluation?.parts ?? [])
    .filter((part) => part.kind === 'completion' && requiredOf(part.basis, forum) === 0)
    .map((part) => finding('error', 'completionOfNothing', 'evaluation', { params: { part: part.title } }));

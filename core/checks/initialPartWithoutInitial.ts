import type { Check } from './check';
import { finding } from './finding';

/** Error: posts are judged one by one, or rated, for an initial post that is not required. (rules §6: refused when saved) */
export const initialPartWithoutInitial: Check = ({ forum: { evaluation, required } }) =>
  (evaluation?.parts ?? [])
    .filter(
      ({ kind, basis }) =>
        (kind === 'perPost' || kind === 'ratings') && basis === 'initial' && required.initialRequired === 0,
    )
    .map((part) =>
      finding('error', 'initialPartWithoutInitial', 'evaluation', { params: { part: part.title } }),
    );

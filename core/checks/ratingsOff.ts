import type { Check } from './check';
import { finding } from './finding';

/** Warning: a part is scored by ratings, and students cannot rate here. */
export const ratingsOff: Check = ({ forum: { evaluation, allowed } }) =>
  (evaluation?.parts ?? [])
    .filter(({ kind }) => kind === 'ratings' && allowed.approve !== 'ratings')
    .map((part) => finding('warning', 'ratingsOff', 'evaluation', { params: { part: part.title } }));

import type { Check } from './check';
import { finding } from './finding';

/** Error: a part for completed posts where none are required. (rules §6: refused when saved) */
export const completionOfNothing: Check = ({ forum: { evaluation, required } }) => {
  const slots = {
    initial: required.initialRequired,
    replies: required.replies,
    whole: required.initialRequired + required.replies + required.posts,
  };
  return (evaluation?.parts ?? [])
    .filter((part) => part.kind === 'completion' && slots[part.basis] === 0)
    .map((part) => finding('error', 'completionOfNothing', 'evaluation', { params: { part: part.title } }));
};

import type { Check } from './check';
import { finding } from './finding';

/** Warning: a student of the audience who is in no group, or no section, of a forum that runs in them. (rules §8) */
export const inNoGroup: Check = ({ forum, members }) => {
  const outside = members.filter(({ ask }) => ask.notAsked === 'noSpace');
  return outside.length === 0
    ? []
    : [finding('warning', 'inNoGroup', 'audience', { of: outside, params: { readers: forum.readers } })];
};

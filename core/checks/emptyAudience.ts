import type { Check } from './check';
import { finding } from './finding';

/** Error: nobody is asked. (rules §8) */
export const emptyAudience: Check = ({ members }) =>
  members.length > 0 ? [] : [finding('error', 'emptyAudience', 'audience')];

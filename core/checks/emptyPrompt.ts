import type { Check } from './check';
import { finding } from './finding';

/** Error: students are to answer a prompt, and there is none. (rules §8) */
export const emptyPrompt: Check = ({ forum, hasPrompt }) =>
  forum.openings === 'answerPrompt' && !hasPrompt ? [finding('error', 'emptyPrompt', 'prompt')] : [];

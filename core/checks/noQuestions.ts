import type { Check } from './check';
import { finding } from './finding';

/** Error: questions announced and none listed. (rules §8) */
export const noQuestions: Check = ({ forum }) =>
  forum.openings !== 'answerQuestions' || forum.questions.some((question) => !question.retired)
    ? []
    : [finding('error', 'noQuestions', 'questions')];

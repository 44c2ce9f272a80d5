import { dateWords } from '../../../words/dates';
import { whyNot } from '../../../words/whyNot';
import type { DoAnswer } from '../../../core/access/mayDo';
import { refused } from '../../refusals/problem';

/**
 * Goes on where a rule says yes; otherwise refuses with the rule's reason in words.
 *
 * @param zone the course's, for dates in the sentence
 */
export function allowedOrRefuse(answer: DoAnswer, zone: string, now: number): void {
  if (!answer.yes)
    throw refused(
      answer.reason.code,
      whyNot(answer.reason, (at) => dateWords(at, zone, now)),
    );
}

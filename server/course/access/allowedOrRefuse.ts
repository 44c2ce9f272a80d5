import type { DateWriter } from '../../../words/dates';
import { whyNot } from '../../../words/whyNot';
import type { DoAnswer } from '../../../core/access/mayDo';
import { refused } from '../../refusals/problem';

/**
 * Goes on where a rule says yes; otherwise refuses with the rule's reason in words.
 *
 * @param date writes the dates in the sentence, for whoever is refused
 */
export function allowedOrRefuse(answer: DoAnswer, date: DateWriter): void {
  if (!answer.yes) throw refused(answer.reason.code, whyNot(answer.reason, date));
}

import type { DoAnswer } from '../../core/access/mayDo';
import { refused } from '../http/problem';
import { whyNot } from './whyNot';

/** Goes on where a rule says yes; otherwise refuses with the rule's reason in words. */
export function allowedOrRefuse(answer: DoAnswer): void {
  if (!answer.yes) throw refused(answer.reason.code, whyNot(answer.reason));
}

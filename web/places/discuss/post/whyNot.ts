import * as contract from '../../../../words/whyNot';
import type { DoReason } from '../../../../core/access/mayDo';
import { dateWords } from '../../../ui/dateWords';

/** Why something cannot be done, as a sentence with dates in the course's zone. */
export const whyNot = (reason: DoReason, zone: string, done?: 'changed' | 'removed'): string =>
  contract.whyNot(reason, (at) => dateWords(at, zone), done);

import * as contract from '../../../../words/whyNot';
import type { DoReason } from '../../../../core/access/mayDo';
import { duesIn } from '../../../ui/dateWords';

/** Why something cannot be done, as a sentence with dates in the course's zone and, where it differs, the reader's. */
export const whyNot = (reason: DoReason, zone: string, done?: 'changed' | 'removed'): string =>
  contract.whyNot(reason, duesIn(zone), done);

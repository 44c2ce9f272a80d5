import { mostOf, guideOf } from '../scoring/guide';
import type { PartFault } from '../scoring/kinds/partKind';
import { faultsOf } from '../scoring/kinds/partKinds';
import type { Check, Finding } from './check';
import { finding } from './finding';

/** How bad each is; a part scored by ratings that nobody can give waits, the others can never be right. */
const SEVERITY: Readonly<Record<PartFault, Finding['severity']>> = {
  reviewsPartWithoutReviews: 'error',
  completionOfNothing: 'error',
  sumOfNothing: 'error',
  initialPartWithoutInitial: 'error',
  ratingsOff: 'warning',
  cannotReach: 'error',
};

/** What is wrong with the plan of each part; `core/scoring/kinds` says what. (rules §6, §8) */
export const partFaults: Check = ({ forum }) =>
  (forum.evaluation?.parts ?? []).flatMap((part) => {
    const guide = guideOf(part);
    const most = guide === null ? null : mostOf(guide);
    return faultsOf(part, forum).map((code) =>
      finding(SEVERITY[code], code, 'evaluation', {
        params: {
          part: part.title,
          ...(code === 'cannotReach' && most !== null && { most, maximum: part.maximum }),
        },
      }),
    );
  });

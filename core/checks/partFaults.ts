import { mostOf, guideOf } from '../scoring/guide';
import type { PartFault } from '../scoring/kinds/partKind';
import { kindOf } from '../scoring/kinds/partKinds';
import type { Check, Finding } from './check';
import { finding } from './finding';

/** How bad each is; a part scored by ratings that nobody can give waits, the others can never be right. */
const SEVERITY: Readonly<Record<PartFault, Finding['severity']>> = {
  completionOfNothing: 'error',
  sumOfNothing: 'error',
  initialPartWithoutInitial: 'error',
  ratingsOff: 'warning',
  cannotReach: 'error',
};

/** What the kind of each part finds wrong with it; the kinds say what, in `core/scoring/kinds`. (rules §6, §8) */
export const partFaults: Check = ({ forum }) =>
  (forum.evaluation?.parts ?? []).flatMap((part) => {
    const guide = guideOf(part);
    const most = guide === null ? null : mostOf(guide);
    return kindOf(part)
      .faults(part, forum)
      .map((code) =>
        finding(SEVERITY[code], code, 'evaluation', {
          params: {
            part: part.title,
            ...(code === 'cannotReach' && most !== null && { most, maximum: part.maximum }),
          },
        }),
      );
  });

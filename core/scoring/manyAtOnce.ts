import type { DocketState } from '../participation/docketState';
import type { Suggestion } from './suggest';

/** What can be done to many students of a docket at once. */
export type ManyAction = 'accept' | 'zero' | 'excuse' | 'remark';

/** Why an action passes a student over. */
export type PassedOver = 'excused' | 'given' | 'nothing' | 'incomplete' | 'written' | 'notAsked';

/**
 * Why an action on many passes a student over; null where it reaches them. A suggestion is accepted only where nothing in it is missing and
 * no score stands; 0 and excusing are for those with nothing; a remark reaches everyone. (docs/rules §6)
 */
export function whyPassedOver(
  action: ManyAction,
  state: DocketState,
  suggestion: Pick<Suggestion, 'incomplete'> | null,
): PassedOver | null {
  if (action === 'remark') return null;
  if (state === 'excused') return 'excused';
  if (action !== 'accept') return state === 'nothing' ? null : 'written';
  if (state === 'given' || state === 'released') return 'given';
  if (state === 'nothing') return 'nothing';
  return suggestion === null || suggestion.incomplete ? 'incomplete' : null;
}

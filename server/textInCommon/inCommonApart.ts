import type { AnswerOf } from '../../contract/endpoint';
import type { getInCommon, InCommonPair } from '../../contract/textInCommon';
import { HOUR } from '../../core/time/instant';
import { askThread } from '../apart/askThread';
import type { InCommonQuery } from './pairList';

/** What the thread is asked. */
export type InCommonAsked = {
  readonly courseId: string;
  readonly now: number;
} & (
  | { readonly what: 'list'; readonly personId: string; readonly query: InCommonQuery }
  | { readonly what: 'pair'; readonly personId: string; readonly one: string; readonly other: string }
  | {
      readonly what: 'count';
      readonly personId: string;
      readonly of: { readonly forum: string; readonly student: string };
    }
  /** Nothing yet: what came is compared, so that nobody waits for it later. */
  | { readonly what: 'compare' }
);

/** Its one answer; null where there is no such pair. */
export type InCommonSaid =
  | { readonly list: AnswerOf<typeof getInCommon> }
  | { readonly pair: InCommonPair | null }
  | { readonly count: number }
  | { readonly compared: true };

const NAME = {
  built: 'inCommonThread',
  source: new URL('./inCommonThread.ts', import.meta.url),
  what: 'compares what students wrote',
  // What it has compared saves the next one the reading.
  idle: 6 * HOUR,
};

/** Asks the thread of a data file; null where it could not answer. */
export const askInCommon = askThread<InCommonAsked, InCommonSaid>(NAME);

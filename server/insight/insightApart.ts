import type { AnswerOf, QueryOf } from '../../contract/endpoint';
import type { getInsightPosts, InsightView } from '../../contract/insight';
import { askThread } from '../apart/askThread';
import { HOUR } from '../../core/time/instant';
import type { Scope } from './insight';

/** What the thread is asked: the five questions, or the posts behind a part of a picture. */
export interface InsightAsked {
  readonly courseId: string;
  /** The member of staff who asks. */
  readonly personId: string;
  readonly scope: Scope;
  readonly posts: QueryOf<typeof getInsightPosts> | null;
  readonly now: number;
}

/** Its one answer. */
export type InsightSaid =
  { readonly view: InsightView } | { readonly posts: AnswerOf<typeof getInsightPosts> };

const NAME = {
  built: 'insightThread',
  source: new URL('./insightThread.ts', import.meta.url),
  what: 'answers the questions of Insight',
  // What it keeps is small, and saves the next one the reading.
  idle: HOUR,
};

/** Asks the thread of a data file; null where it could not answer. */
export const askInsight = askThread<InsightAsked, InsightSaid>(NAME);

import type { AnswerOf, QueryOf } from '../../contract/endpoint';
import type { getInsightPosts, InsightView } from '../../contract/insight';
import { ThreadApart } from '../apart/threadApart';
import { HOUR } from '../../core/time/instant';
import { fileOf, type Db } from '../db/open';
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

const threads = new Map<string, ThreadApart<InsightAsked, InsightSaid>>();

/** Asks the thread of a data file; null where it could not answer. */
export async function askInsight(db: Db, asked: InsightAsked): Promise<InsightSaid | null> {
  const file = fileOf(db);
  const thread = threads.get(file) ?? new ThreadApart<InsightAsked, InsightSaid>(NAME, file);
  threads.set(file, thread);
  const said = await thread.ask(asked);
  return said?.[0] ?? null;
}

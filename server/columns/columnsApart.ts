import { ThreadApart } from '../apart/threadApart';
import { SECOND } from '../../core/time/instant';
import { fileOf, type Db } from '../db/open';
import type { WorkedOut } from './column';

/** What the thread is asked. */
export interface ColumnsAsked {
  readonly courseId: string;
  readonly itemIds: readonly string[];
  readonly now: number;
}

/** The column of one item. */
export type ColumnSaid = readonly [itemId: string, column: WorkedOut];

const NAME = {
  built: 'columnsThread',
  source: new URL('./columnsThread.ts', import.meta.url),
  what: 'works large gradebooks out',
  idle: 10 * SECOND,
};

const threads = new Map<string, ThreadApart<ColumnsAsked, ColumnSaid>>();
const underWay = new Map<string, Promise<ReadonlyMap<string, WorkedOut> | null>>();

/**
 * The columns of some items of a course, worked out in a thread of their own from what the database holds now; null where that failed.
 * Whoever asks for the same while it is under way waits for the same answer.
 */
export function columnsApart(
  db: Db,
  courseId: string,
  itemIds: readonly string[],
  now: number,
): Promise<ReadonlyMap<string, WorkedOut> | null> {
  const file = fileOf(db);
  const what = JSON.stringify([file, courseId, itemIds]);
  const known = underWay.get(what);
  if (known) return known;
  const thread = threads.get(file) ?? new ThreadApart<ColumnsAsked, ColumnSaid>(NAME, file);
  threads.set(file, thread);
  const answer = thread
    .ask({ courseId, itemIds, now })
    .then((columns) => columns && new Map(columns))
    .finally(() => underWay.delete(what));
  underWay.set(what, answer);
  return answer;
}

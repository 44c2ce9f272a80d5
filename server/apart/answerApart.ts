import { parentPort, workerData } from 'node:worker_threads';
import { openForReading, type Db } from '../db/open';
import type { Asked, Said } from './threadApart';

/**
 * The other side of a {@link ThreadApart}: answers one question after the other from the data file it was started with.
 *
 * @param answer is given `say` for each part of its answer
 */
export function answerApart<Question, Part>(
  answer: (db: Db, question: Question, say: (part: Part) => void) => Promise<void>,
): void {
  const db = openForReading(workerData as string);
  const say = (said: Said<Part>) => parentPort!.postMessage(said);
  let before: Promise<void> = Promise.resolve();
  parentPort!.on('message', ({ n, question }: Asked<Question>) => {
    before = before
      .then(() => answer(db, question, (part) => say({ n, part })))
      .then(() => say({ n, failed: null }))
      .catch((error: unknown) => say({ n, failed: String(error) }));
  });
}

import { parentPort, workerData } from 'node:worker_threads';
import { loadCourse } from '../course/setup/courseCache';
import { openForReading } from '../db/open';
import { workOut } from './columns';
import type { Answer, Question } from './columnsApart';
import { shownItems } from './shownItems';

// A thread beside the server: it reads the posts of large courses and works columns of the gradebook out, so that nobody else waits.

const db = openForReading(workerData as string);
const say = (answer: Answer) => parentPort!.postMessage(answer);

async function answer({ n, courseId, itemIds, now }: Question): Promise<void> {
  const setup = await loadCourse(db, courseId);
  if (setup) {
    const wanted = new Set(itemIds);
    const items = shownItems(setup).filter(({ id }) => wanted.has(id));
    for await (const [{ id }, column] of workOut(db, setup, items, now)) say({ n, itemId: id, column });
  }
  say({ n, failed: null });
}

// One question after the other.
let before: Promise<void> = Promise.resolve();
parentPort!.on('message', (question: Question) => {
  before = before
    .then(() => answer(question))
    .catch((error: unknown) => say({ n: question.n, failed: String(error) }));
});

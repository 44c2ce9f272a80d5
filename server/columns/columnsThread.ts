import { answerApart } from '../apart/answerApart';
import { loadCourse } from '../course/setup/courseCache';
import { workOut } from './columns';
import type { ColumnsAsked, ColumnSaid } from './columnsApart';
import { shownItems } from './shownItems';

// A thread beside the server: it reads the posts of large courses and works columns of the gradebook out, so that nobody else waits.
answerApart<ColumnsAsked, ColumnSaid>(async (db, { courseId, itemIds, now }, say) => {
  const setup = await loadCourse(db, courseId);
  if (!setup) return;
  const wanted = new Set(itemIds);
  const items = shownItems(setup).filter(({ id }) => wanted.has(id));
  for await (const [{ id }, column] of workOut(db, setup, items, now)) say([id, column]);
});

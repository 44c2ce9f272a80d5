import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { z } from 'zod';
import type { actOnItem as endpoint, ItemAction } from '../../contract/items';
import type { CellChange, CellValue } from '../../contract/cells';
import type { Item } from '../../core/gradebook/gradebook';
import { studentsOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { actOnDocket } from '../evaluate/actOnDocket';
import { releaseItem } from '../course/scores/releaseItem';
import { storedScores } from '../course/scores/storedScore';
import { valueOf } from './changeCells';
import type { ColumnCell } from '../columns/column';
import { columnsOf } from '../columns/columns';
import { shownItem } from '../columns/shownItems';
import { changeCells } from './changeCells';

type Request = z.infer<(typeof endpoint)['body']>;

/** Whom an action is about, and what becomes of them. */
interface Acted {
  readonly students: readonly string[];
  readonly unsettled: number;
}

/** Whether an action means a student's cell where it means everyone it can; of a forum, whoever has nothing, as in its docket. */
function isMeant(action: ItemAction, cell: ColumnCell, due: boolean): boolean {
  const isMissing = cell.state === 'nothing' && (cell.duePassed || !due);
  if (action === 'excuseNoMore') return cell.excused;
  return action === 'zero' ? isMissing : isMissing || (cell.asked && !cell.excused);
}

/** Gives 0, excuses or excuses no more in a column: the cells that change. */
async function changesOf(
  db: Db,
  course: InCourse,
  item: Item,
  { action, students }: Pick<Request, 'action' | 'students'>,
  now: number,
): Promise<CellChange[]> {
  const column = (await columnsOf(db, course.setup, [item], now)).get(item.id)!;
  const stored = await storedScores(db, item.id);
  const after: CellValue = action === 'zero' ? 0 : action === 'excuse' ? 'excused' : null;
  return studentsOf(course).flatMap((student) => {
    const cell = column.get(student.id)!;
    const isChosen = Array.isArray(students)
      ? students.includes(student.id)
      : isMeant(students === 'missing' ? 'zero' : action, cell, item.dueAt != null);
    if (!isChosen) return [];
    const row = stored.get(student.id) ?? null;
    const before = valueOf(course, item, row);
    // Who is excused no more has again what was given before.
    const back = action === 'excuseNoMore' && row ? valueOf(course, item, { ...row, excused: 0 }) : after;
    return before === back ? [] : [{ item: item.id, student: student.id, before, after: back }];
  });
}

/** Releases a column, takes it back, gives 0 where nothing came, or excuses; a preview says whom it would reach. */
export async function actOnItem(
  deps: Keeping,
  course: InCourse,
  itemId: string,
  { id, action, students, preview }: Request,
  now: number,
): Promise<Acted> {
  const item = shownItem(course.setup, itemId);
  if (action === 'release' || action === 'takeBack') {
    const whom = Array.isArray(students) ? students : 'all';
    const released = await changeCourse(deps, course, now, (change) => {
      if (preview) change.takeBack();
      return releaseItem(change, course, item, whom, action === 'release');
    });
    return { students: released.changed, unsettled: released.unsettled };
  }
  if (item.forumId !== null && action === 'zero') {
    const whom = Array.isArray(students) ? students : ('nothing' as const);
    const request = { id, action, students: whom, remark: null, preview };
    const { changes } = await actOnDocket(deps, course, item.forumId, request, now);
    return { students: changes.map(({ studentId }) => studentId), unsettled: 0 };
  }
  const changes = await changesOf(deps.db, course, item, { action, students }, now);
  if (!preview && changes.length > 0) await changeCells(deps, course, { changes, why: null }, now);
  return { students: changes.map(({ student }) => student), unsettled: 0 };
}

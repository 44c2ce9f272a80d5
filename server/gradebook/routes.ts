import { changeCourse } from '../course/change/changeCourse';
import { DONE, pageOf } from '../../contract/basics';
import * as cells from '../../contract/cells';
import * as contract from '../../contract/gradebook';
import * as items from '../../contract/items';
import { getScores } from '../../contract/scores';
import { getStudentTerm, saveStudentNote } from '../../contract/studentTerm';
import { studentsOf, worksWith } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { conflict, notFound } from '../refusals/problem';
import { storedScore } from '../course/scores/storedScore';
import { actOnItem } from './actOnItem';
import { cellDetail, remarkText } from './cellDetail';
import { changeCells, remarkCell } from './changeCells';
import { gradebook, gradebookRows, shownAs } from './gradebookView';
import { linkItem } from './linkItem';
import { saveItem, setItemRemoved } from './saveItem';
import { shownItem } from '../columns/shownItems';
import { studentScores } from './studentScores';
import { saveNote, studentTerm } from './studentTerm';

/** The gradebook for staff, its items and cells, and a student's own scores. */
export function gradebookRoutes(serve: Serve, deps: Deps): void {
  const { db, courses } = deps;

  serve(contract.getGradebook, async ({ course, query, now }) => {
    const view = await gradebook(db, course, now);
    return { ...view, ...pageOf(view.rows, query) };
  });

  serve(contract.getGradebookRows, async ({ course, query, now }) => {
    const wanted = new Set(query.students);
    const students = studentsOf(course).filter(({ id }) => wanted.has(id));
    return { rows: await gradebookRows(db, course, students, now) };
  });

  serve(getScores, ({ course, now }) => studentScores(deps, course, now));

  serve(items.saveItem, async ({ course, params, body, now }) => {
    await changeCourse(deps, course, now, (change) => saveItem(change, course, params.item, body));
    const setup = (await courses.get(db, course.setup.id))!;
    const item = setup.gradebook.items.find(({ id }) => id === params.item)!;
    return shownAs(setup, item, now);
  });

  serve(items.setItemRemoved, async ({ course, params, body, now }) => {
    await changeCourse(deps, course, now, (change) =>
      setItemRemoved(change, course, params.item, body.removed),
    );
    return DONE;
  });

  serve(items.linkItem, async ({ course, params, body, now }) => {
    return changeCourse(deps, course, now, (change) => {
      if (body.preview) change.takeBack();
      return linkItem(change, course, params.item, body);
    });
  });

  serve(items.actOnItem, async ({ course, params, body, now }) => {
    const { students, unsettled } = await actOnItem(deps, course, params.item, body, now);
    return { students: students.map((id) => course.setup.names.get(id)!), unsettled };
  });

  serve(cells.changeCells, async ({ course, body, now }) => {
    const { changed } = await changeCells(deps, course, body, now);
    const students = changed.map((id) => course.setup.students.get(id)!);
    return {
      changed: changed.length,
      rows: changed.length > contract.FEW_ROWS ? null : await gradebookRows(db, course, students, now),
    };
  });

  serve(cells.getCell, ({ course, params }) =>
    cellDetail(db, course, { itemId: params.item, studentId: params.student }),
  );

  serve(cells.remarkCell, async ({ course, params, body, now }) => {
    const { item: itemId, student: studentId } = params;
    const item = shownItem(course.setup, itemId);
    if (item.forumId !== null || !worksWith(course, studentId)) throw notFound();
    await changeCourse(deps, course, now, async (change) => {
      const current = remarkText((await storedScore(change.trx, itemId, studentId))?.remark ?? null);
      if (current === body.remark) return;
      if (current !== body.before)
        throw conflict('Someone else has changed this remark since you opened it.', { remark: current });
      await remarkCell(change, course, { itemId, studentId }, body.remark);
    });
    return DONE;
  });

  serve(getStudentTerm, ({ course, params, now }) => studentTerm(db, course, params.student, now));

  serve(saveStudentNote, ({ course, params, body, now }) =>
    changeCourse(deps, course, now, (change) => saveNote(change, course, params.student, body)),
  );
}

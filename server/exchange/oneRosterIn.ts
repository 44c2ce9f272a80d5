import type { Change } from '../course/change/changeCourse';
import Papa from 'papaparse';
import { decimal } from '../../core/course/points';
import { createHash } from 'node:crypto';
import type { CellChange, CellValue } from '../../contract/cells';
import type { OneRosterRead } from '../../contract/oneRoster';
import { classesOf, intoCourse, type CourseIn } from '../../core/formats/oneRoster/intoCourse';
import { readTables } from '../../core/formats/oneRoster/readTables';
import { fromWallClock } from '../../core/time/wallClock';
import { loadCourse } from '../course/setup/courseCache';
import type { InCourse } from '../course/setup/inCourse';
import { settingsView } from '../plan/courseSettings';
import { changeCellsIn, remarkCell, valueOf } from '../gradebook/changeCells';
import { saveItem } from '../gradebook/saveItem';
import { wrongField } from '../refusals/problem';
import { movesOf, rosterRows, writeRosterRow } from '../roster/importRoster';

const MOST_ROWS = 100_000;
const SHOWN = 200;
const WHY = 'Read from OneRoster files';

const NOTHING: Omit<OneRosterRead, 'findings' | 'findingCount' | 'classes' | 'classId'> = {
  students: { new: 0, changed: 0, same: 0 },
  peopleLeft: [],
  moves: [],
  staff: 0,
  categories: [],
  items: [],
  scores: [],
  stand: 0,
  scoresLeft: [],
  written: false,
};

/** The cells of every file. */
function cellsOf(files: Readonly<Record<string, string>>): Map<string, string[][]> {
  const cells = new Map<string, string[][]>();
  for (const [path, text] of Object.entries(files)) {
    // Archives often hold their files in a folder.
    const name = path.split('/').at(-1)!;
    const plain = text.replace(/^\uFEFF/, '');
    if (plain.split('\n', MOST_ROWS + 2).length > MOST_ROWS + 1)
      throw wrongField('files', `${name} has more than ${MOST_ROWS.toLocaleString('en-GB')} lines.`);
    cells.set(name, Papa.parse<string[]>(plain, { delimiter: ',', skipEmptyLines: false }).data);
  }
  return cells;
}

/** The id in this course of something with another id in the files: always the same, so that what is read twice is one thing. */
const idHere = (courseId: string, kind: string, id: string): string =>
  `or-${createHash('sha256').update(`${courseId} ${kind} ${id}`).digest('hex').slice(0, 30)}`;

/** Reads the students of the files like a roster; answers who they are here, by the files' ids. */
async function writePeople(change: Change, course: InCourse, { people }: CourseIn) {
  const { trx, now } = change;
  const students = people.filter(({ isStudent }) => isStudent);
  // What begins with an apostrophe would be taken for guarded.
  const cell = (text: string | null) => (text?.startsWith("'") ? `'${text}` : (text ?? ''));
  const table = [
    [],
    ...students.map((each) =>
      [each.studentNumber, each.givenName, each.familyName, each.email, each.section].map(cell),
    ),
  ];
  const columns = { studentNumber: 0, givenName: 1, familyName: 2, email: 3, section: 4 };
  const rows = await rosterRows(trx, course, table, columns);
  const moves = await movesOf(trx, course, rows, now);
  const sections = new Map(course.setup.sections.map(({ id, title }) => [title.toLowerCase(), id]));
  const here = new Map<string, string>();
  const counts = { new: 0, changed: 0, same: 0 };
  const left: OneRosterRead['peopleLeft'] = [];
  for (const row of rows) {
    const { id } = students[row.line - 2]!;
    if (row.kind === 'error') {
      left.push({ name: row.name, notes: [...row.notes] });
      continue;
    }
    counts[row.kind]++;
    here.set(id, row.kind === 'same' ? row.knownId! : await writeRosterRow(change, course, row, sections));
  }
  return { here, counts, left, moves };
}

/** Makes the categories that are not there yet, without weight; answers which they are here, by the files' ids. */
async function writeCategories(change: Change, course: InCourse, { categories }: CourseIn) {
  const { trx } = change;
  const { setup } = course;
  const known = setup.gradebook.categories;
  const here = new Map<string, string>();
  const shown: OneRosterRead['categories'] = [];
  const before = await settingsView(trx, setup.id);
  let position = known.length;
  for (const { id, title } of categories) {
    const mapped = idHere(setup.id, 'category', id);
    const there = known.find(
      (each) =>
        each.id === id || each.id === mapped || each.title.toLowerCase() === title.trim().toLowerCase(),
    );
    shown.push({ title, kind: there ? 'same' : 'new' });
    here.set(id, there?.id ?? mapped);
    if (there) continue;
    await trx
      .insertInto('category')
      .values({
        id: mapped,
        course_id: setup.id,
        title: title.slice(0, 120),
        weight: 0,
        position: position++,
      })
      .execute();
  }
  if (position > known.length) {
    await trx
      .updateTable('course')
      .set({ version: before.version + 1 })
      .where('id', '=', setup.id)
      .execute();
    await change.record(
      'course.saved',
      { of: 'course' },
      { before: before.settings, after: (await settingsView(trx, setup.id)).settings },
    );
  }
  return { here, shown };
}

/** Makes the items that are not there yet, by hand; those that are stay as they are. */
async function writeItems(
  change: Change,
  course: InCourse,
  { items, scores }: CourseIn,
  categories: ReadonlyMap<string, string>,
) {
  const { setup } = course;
  const here = new Map<string, string>();
  const shown: OneRosterRead['items'] = [];
  for (const item of items) {
    const count = scores.filter(({ itemId }) => itemId === item.id).length;
    const mapped = idHere(setup.id, 'item', item.id);
    const there = setup.gradebook.items.find(({ id }) => id === item.id || id === mapped);
    if (there) {
      const fits = there.maximum === item.maximum;
      shown.push({ title: there.title, kind: fits ? 'same' : 'otherMaximum', scores: count });
      if (fits) here.set(item.id, there.id);
      continue;
    }
    const fields = {
      title: item.title.slice(0, 200),
      categoryId: item.categoryId === null ? null : (categories.get(item.categoryId) ?? null),
      maximum: item.maximum,
      display: 'points' as const,
      counts: true,
      extraCredit: false,
      dueAt: fromWallClock(`${item.dueDay}T23:59`, setup.zone),
    };
    await saveItem(change, course, mapped, { version: 0, fields });
    shown.push({ title: item.title, kind: 'new', scores: count });
    here.set(item.id, mapped);
  }
  return { here, shown };
}

/**
 * Reads roster, items and results from the files of OneRoster CSV 1.1 into a course, within a transaction that is only kept once this was
 * confirmed. With anything wrong in a file nothing is read. (docs/formats)
 */
export async function readOneRoster(
  change: Change,
  course: InCourse,
  request: { files: Readonly<Record<string, string>>; classId: string | null; overwrite: boolean },
): Promise<OneRosterRead> {
  const { trx } = change;
  const { tables, findings } = readTables(cellsOf(request.files));
  const shownFindings = { findings: findings.slice(0, SHOWN), findingCount: findings.length };
  if (findings.length > 0) return { ...NOTHING, ...shownFindings, classes: [], classId: null };
  const classes = classesOf(tables);
  const chosen = classes.find(({ id }) => id === request.classId) ?? classes[0];
  if (!chosen) throw wrongField('files', 'There is no class in these files.');
  const read = intoCourse(tables, chosen.id);
  if (read.items.some(({ maximum }) => maximum <= 0))
    throw wrongField('files', 'Every item needs a resultValueMax above 0.');
  const people = await writePeople(change, course, read);
  const categories = await writeCategories(change, course, read);
  const between = { ...course, setup: (await loadCourse(trx, course.setup.id))! };
  const items = await writeItems(change, between, read, categories.here);
  const seen = { ...course, setup: (await loadCourse(trx, course.setup.id))! };

  const standing = new Map<string, CellValue>();
  for (const row of await trx
    .selectFrom('score')
    .select(['item_id', 'student_id', 'points', 'excused'])
    .where('item_id', 'in', [...items.here.values(), ''])
    .execute()) {
    const item = seen.setup.gradebook.items.find(({ id }) => id === row.item_id)!;
    standing.set(`${row.item_id} ${row.student_id}`, valueOf(seen, item, row));
  }
  const changes: CellChange[] = [];
  const remarks: { itemId: string; studentId: string; remark: string }[] = [];
  const left: OneRosterRead['scoresLeft'] = [];
  let stand = 0;
  const nameOf = (id: string) => seen.setup.names.get(id)?.sortable ?? '';
  for (const score of read.scores) {
    const itemId = items.here.get(score.itemId);
    const studentId = people.here.get(score.studentId);
    if (itemId === undefined || studentId === undefined) continue;
    const item = seen.setup.gradebook.items.find(({ id }) => id === itemId)!;
    const before = standing.get(`${itemId} ${studentId}`) ?? null;
    if (before === score.value) continue;
    if (before !== null && !request.overwrite) {
      stand++;
      continue;
    }
    if (typeof score.value === 'number' && score.value > item.maximum) {
      const message = `${decimal(score.value)} lies above the maximum of ${decimal(item.maximum)}.`;
      left.push({ student: nameOf(studentId), item: item.title, message });
      continue;
    }
    changes.push({ item: itemId, student: studentId, before, after: score.value });
    if (item.forumId === null && score.remark !== '')
      remarks.push({ itemId, studentId, remark: score.remark.slice(0, 8000) });
  }
  if (changes.length > 0) await changeCellsIn(change, seen, { changes, why: WHY });
  for (const { remark, ...at } of remarks) await remarkCell(change, seen, at, remark);
  return {
    ...shownFindings,
    classes,
    classId: chosen.id,
    students: people.counts,
    peopleLeft: people.left.slice(0, SHOWN),
    moves: people.moves,
    staff: read.people.filter(({ isStudent }) => !isStudent).length,
    categories: categories.shown,
    items: items.shown,
    scores: changes.slice(0, SHOWN).map(({ item, student, before, after }) => ({
      student: nameOf(student),
      item: seen.setup.gradebook.items.find(({ id }) => id === item)!.title,
      before,
      after,
    })),
    stand,
    scoresLeft: left.slice(0, SHOWN),
    written: true,
  };
}

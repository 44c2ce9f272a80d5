import Papa from 'papaparse';
import { decimal } from '../../core/course/points';
import type { CellValue } from '../../contract/cells';
import type { GradebookFileRead } from '../../contract/gradebookFile';
import { plainCell } from '../../core/csv/csv';
import {
  matchTable,
  studentFinder,
  type RowOwner,
  type TableColumn,
} from '../../core/formats/gradebookTable';
import { readCell, type ReadCell } from '../../core/formats/readCell';
import type { Item } from '../../core/gradebook/gradebook';
import { mergeCell } from '../../core/gradebook/mergeCell';
import { studentsOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { replayed } from '../course/scores/loadScores';
import { wrongField } from '../refusals/problem';
import { valueOf } from '../gradebook/changeCells';
import { shownItems } from '../columns/shownItems';

const MOST_ROWS = 20_000;
/** So many problems are told; of the others, how many. */
const MOST_PROBLEMS = 200;

/** The rows of a file, whatever separates its cells; a byte-order mark is not part of the first cell. */
function tableOf(text: string): { rows: string[][]; decimalComma: boolean } {
  const plain = text.replace(/^\uFEFF/, '');
  let lines = 0;
  for (let at = plain.indexOf('\n'); at >= 0 && lines <= 4 * MOST_ROWS; at = plain.indexOf('\n', at + 1))
    lines++;
  const tooLong = (rows: string) =>
    wrongField(
      'text',
      `The file has ${rows} lines; Juror reads at most ${MOST_ROWS.toLocaleString('en-GB')}. Is it the right file?`,
    );
  if (lines > 4 * MOST_ROWS) throw tooLong(`more than ${(4 * MOST_ROWS).toLocaleString('en-GB')}`);
  const { data, meta } = Papa.parse<string[]>(plain, { skipEmptyLines: false });
  if (data.length - 1 > MOST_ROWS) throw tooLong((data.length - 1).toLocaleString('en-GB'));
  return { rows: data, decimalComma: meta.delimiter !== ',' };
}

const IGNORED: Record<Extract<TableColumn, { kind: 'ignored' }>['why'], string> = {
  unknown: 'No item has this name, so it is not read.',
  doubled: 'It appears twice, so it is not read. Keep one of the two.',
  otherMaximum: 'The item has a different maximum now, so it is not read. Export again.',
  worked: '',
};

const NOBODY: Record<Extract<RowOwner, { problem: string }>['problem'], string> = {
  nobody: 'No student of this gradebook has this number, e-mail or name.',
  two: 'This could be two students; write the student number or the e-mail.',
  contradiction: 'The student number is one student’s, the e-mail another’s.',
};

const UNREAD: Record<NonNullable<ReadCell['problem']>, string> = {
  formula: 'is a formula; save the values.',
  negative: 'is below 0; points are 0 or more.',
  notANumber: 'is neither points, “excused” nor “none”.',
};

/** What stood in cells when the course record had come so far, for those that have changed since; others are as they are now. */
async function basesOf(db: Db, course: InCourse, items: ReadonlyMap<string, Item>, record: number) {
  const changed = await db
    .selectFrom('record')
    .select('subject')
    .distinct()
    .where('course_id', '=', course.setup.id)
    .where('id', '>', record)
    .where('subject', 'like', 'score:%')
    .execute();
  const bases = new Map<string, CellValue>(changed.map(({ subject }) => [subject, null]));
  const subjects = [...bases.keys()];
  for (let at = 0; at < subjects.length; at += 500) {
    const rows = await db
      .selectFrom('record')
      .select(['at', 'what', 'subject', 'after'])
      .where('course_id', '=', course.setup.id)
      .where('id', '<=', record)
      .where('subject', 'in', subjects.slice(at, at + 500))
      .orderBy('id')
      .execute();
    for (const { itemId, studentId, points, excused } of replayed(rows)) {
      const item = items.get(itemId);
      if (item)
        bases.set(
          `score:${itemId}:${studentId}`,
          valueOf(course, item, { points, excused: excused ? 1 : 0 }),
        );
    }
  }
  return bases;
}

/** Reads scores from a CSV file against what stands now and what stood when it was exported; writes nothing. (docs/rules §7) */
export async function readGradebookFile(db: Db, course: InCourse, text: string): Promise<GradebookFileRead> {
  const { rows, decimalComma } = tableOf(text);
  const items = shownItems(course.setup);
  const byId = new Map(items.map((item) => [item.id, item]));
  const { columns, record } = matchTable(rows[0] ?? [], items);
  const place = (field: string) =>
    columns.findIndex((each) => each.kind === 'person' && each.field === field);
  const at = { number: place('Student number'), email: place('E-mail'), name: place('Name') };
  if (at.number < 0 && at.email < 0 && at.name < 0)
    throw wrongField(
      'text',
      'There is no column called Student number, E-mail or Name, so no student can be recognised. The first line names the columns.',
    );
  const { names, contacts } = course.setup;
  const find = studentFinder(
    studentsOf(course).map(({ id }) => ({ id, ...contacts.get(id)!, sortable: names.get(id)!.sortable })),
  );
  const stored = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['item_id', 'student_id', 'points', 'excused'])
    .where('item.course_id', '=', course.setup.id)
    .execute();
  const standing = new Map(stored.map((row) => [`score:${row.item_id}:${row.student_id}`, row]));
  const bases = record === null ? new Map<string, CellValue>() : await basesOf(db, course, byId, record);

  const changes: GradebookFileRead['changes'] = [];
  const problems: GradebookFileRead['problems'] = [];
  const counts = { students: 0, same: 0, stands: 0, empty: 0 };
  const seen = new Map<string, number>();
  rows.slice(1).forEach((row, index) => {
    const line = index + 2;
    if (row.every((cell) => cell.trim() === '')) return;
    const cellAt = (where: number) => (where < 0 ? '' : plainCell((row[where] ?? '').trim()).trim());
    const owner = find({ number: cellAt(at.number), email: cellAt(at.email), name: cellAt(at.name) });
    if ('problem' in owner) {
      problems.push({ line, column: null, message: NOBODY[owner.problem] });
      return;
    }
    const earlier = seen.get(owner.student);
    if (earlier !== undefined) {
      problems.push({ line, column: null, message: `This student stands in line ${earlier} already.` });
      return;
    }
    seen.set(owner.student, line);
    counts.students++;
    for (const [where, column] of columns.entries()) {
      if (column.kind !== 'item') continue;
      const raw = (row[where] ?? '').trim();
      if (raw === '') {
        counts.empty++;
        continue;
      }
      const item = byId.get(column.itemId)!;
      const read = readCell(plainCell(raw), item.maximum, decimalComma);
      if (read.problem !== undefined) {
        problems.push({
          line,
          column: column.head,
          message: `“${raw.slice(0, 60)}” ${UNREAD[read.problem]}`,
        });
        continue;
      }
      if (typeof read.value === 'number' && read.value > item.maximum && item.forumId === null) {
        problems.push({
          line,
          column: column.head,
          message: `${decimal(read.value)} lies above the maximum of ${decimal(item.maximum)}.`,
        });
        continue;
      }
      const subject = `score:${item.id}:${owner.student}`;
      const before = valueOf(course, item, standing.get(subject) ?? null);
      const base = bases.has(subject) ? bases.get(subject)! : before;
      const merge = mergeCell<CellValue>(read.value, base, before);
      if (merge === 'same' || merge === 'stands') counts[merge]++;
      else
        changes.push({
          line,
          student: course.setup.names.get(owner.student)!,
          item: item.id,
          base,
          before,
          after: read.value,
          kind: merge,
        });
    }
  });
  return {
    stamped: record !== null,
    columns: columns.flatMap((column): GradebookFileRead['columns'] => {
      if (column.kind === 'item') return [{ head: column.head, item: column.itemId, note: null }];
      const note = column.kind === 'ignored' ? IGNORED[column.why] : '';
      return note === '' ? [] : [{ head: column.head, item: null, note }];
    }),
    changes,
    problems: problems.slice(0, MOST_PROBLEMS),
    problemCount: problems.length,
    counts,
  };
}

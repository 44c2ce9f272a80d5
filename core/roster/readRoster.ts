import type { Id } from '../course/id';
import { plainCell } from '../csv/csv';
import type { Instant } from '../time/instant';
import { fromWallClock } from '../time/wallClock';

/** What a column of a roster file may hold. */
export const ROSTER_COLUMNS = [
  'studentNumber',
  'givenName',
  'familyName',
  'preferredName',
  'sortableName',
  'email',
  'section',
  'enrolledFrom',
] as const;
export type RosterColumn = (typeof ROSTER_COLUMNS)[number];
/** Which column, by its place from 0, holds what. */
export type RosterColumns = Partial<Record<RosterColumn, number>>;

/** A person of the course as the file is compared with them. */
export interface KnownPerson {
  readonly id: Id;
  readonly isStudent: boolean;
  readonly removed: boolean;
  readonly studentNumber: string | null;
  readonly givenName: string;
  readonly familyName: string;
  readonly preferredName: string | null;
  readonly sortableName: string;
  readonly email: string;
  readonly section: string | null;
  readonly enrolledFrom: Instant;
}

/** What is read for one person; undefined where the file says nothing. */
export type RosterFields = Partial<Record<Exclude<RosterColumn, 'enrolledFrom'>, string>> & {
  enrolledFrom?: Instant;
};

/** One row of the file, understood. */
export interface RosterRow {
  /** Line of the file, from 1; the names of the columns stand in line 1. */
  readonly line: number;
  readonly kind: 'new' | 'changed' | 'same' | 'error';
  readonly knownId: Id | null;
  readonly fields: RosterFields;
  readonly name: string;
  /** What would change, or what is wrong and what would be right. */
  readonly notes: readonly string[];
}

const NAMES: Record<RosterColumn, readonly string[]> = {
  studentNumber: ['student number', 'number', 'student no', 'student id', 'matriculation number'],
  givenName: ['given name', 'given names', 'first name', 'given'],
  familyName: ['family name', 'last name', 'surname', 'family'],
  preferredName: ['preferred name', 'called', 'known as'],
  sortableName: ['sortable name', 'name', 'full name', 'student'],
  email: ['e mail', 'email', 'mail', 'e mail address', 'email address'],
  section: ['section', 'class'],
  enrolledFrom: ['enrolled from', 'enrolled', 'enrolment', 'from'],
};
const WORDS: Record<RosterColumn, string> = {
  studentNumber: 'student number',
  givenName: 'given name',
  familyName: 'family name',
  preferredName: 'preferred name',
  sortableName: 'sortable name',
  email: 'e-mail',
  section: 'section',
  enrolledFrom: 'enrolled from',
};
const MAIL = /^[^\s@<>",;]+@[^\s@<>",;]+\.[^\s@<>",;]+$/;
const DAY = /^(\d{4}-\d{2}-\d{2})(?:[T ](\d{2}:\d{2}))?$/;

const plain = (head: string) =>
  head
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** Finds the columns by the names in the file's first row. */
export function matchColumns(heads: readonly string[]): RosterColumns {
  const found: RosterColumns = {};
  for (const column of ROSTER_COLUMNS) {
    for (const name of NAMES[column]) {
      const at = heads.findIndex((head) => plain(head) === name);
      if (at >= 0 && !Object.values(found).includes(at)) {
        found[column] = at;
        break;
      }
    }
  }
  return found;
}

function read(
  row: readonly string[],
  columns: RosterColumns,
  zone: string,
): { fields: RosterFields; problems: string[] } {
  const fields: RosterFields = {};
  const problems: string[] = [];
  for (const column of ROSTER_COLUMNS) {
    const at = columns[column];
    const text = at === undefined ? '' : plainCell((row[at] ?? '').trim()).trim();
    if (text === '') continue;
    if (column !== 'enrolledFrom') {
      if (text.length > (column === 'email' ? 200 : 80)) problems.push(`The ${WORDS[column]} is too long.`);
      fields[column] = column === 'email' ? text.toLowerCase() : text;
      continue;
    }
    const day = DAY.exec(text);
    try {
      if (!day) throw new Error('not a day');
      fields.enrolledFrom = fromWallClock(`${day[1]!}T${day[2] ?? '00:00'}`, zone);
    } catch {
      problems.push(`"${text}" is not a day; write 2026-02-23, or 2026-02-23 08:00.`);
    }
  }
  // "Vardanyan, Ines" in one column gives both names.
  if (
    fields.sortableName?.includes(',') &&
    fields.givenName === undefined &&
    fields.familyName === undefined
  ) {
    const [family, ...given] = fields.sortableName.split(',');
    fields.familyName = family!.trim();
    fields.givenName = given.join(',').trim();
  }
  if (fields.email !== undefined && !MAIL.test(fields.email))
    problems.push(`"${fields.email}" is not an e-mail address.`);
  return { fields, problems };
}

function differences(fields: RosterFields, known: KnownPerson): string[] {
  const notes: string[] = [];
  if (known.removed) notes.push('comes back to the roster');
  for (const column of ROSTER_COLUMNS) {
    if (column === 'enrolledFrom') {
      if (fields.enrolledFrom !== undefined && fields.enrolledFrom !== known.enrolledFrom)
        notes.push('enrolled from another day');
      continue;
    }
    const next = fields[column];
    const before = known[column];
    if (next === undefined || next === before) continue;
    if (column === 'email' && next.toLowerCase() === known.email.toLowerCase()) continue;
    notes.push(`${WORDS[column]}: ${before ?? 'none'} → ${next}`);
  }
  return notes;
}

/**
 * Reads a roster file against the people who are there: who is new, who changes and how, who stays, and what is wrong with
 * a row. A row is matched by student number, then by e-mail; a column or cell that is empty leaves what is there. The same
 * file read twice changes nothing the second time.
 *
 * @param rows all rows of the file, the first with the names of the columns
 * @param columns which column holds what
 * @param sections titles of the sections that are there
 */
export function readRoster(
  rows: readonly (readonly string[])[],
  columns: RosterColumns,
  known: readonly KnownPerson[],
  sections: readonly string[],
  zone: string,
): RosterRow[] {
  const byNumber = new Map(known.flatMap((each) => (each.studentNumber ? [[each.studentNumber, each]] : [])));
  const byMail = new Map(known.map((each) => [each.email.toLowerCase(), each]));
  const seen = new Map<string, number>();
  const titles = new Map(sections.map((title) => [title.toLowerCase(), title]));
  const result: RosterRow[] = [];
  rows.slice(1).forEach((row, index) => {
    const line = index + 2;
    if (row.every((cell) => cell.trim() === '')) return;
    const { fields, problems } = read(row, columns, zone);
    const numbered = fields.studentNumber === undefined ? undefined : byNumber.get(fields.studentNumber);
    const mailed = fields.email === undefined ? undefined : byMail.get(fields.email);
    const match = numbered ?? mailed;
    if (numbered && mailed && numbered.id !== mailed.id)
      problems.push(`The student number is ${numbered.sortableName}'s, the e-mail ${mailed.sortableName}'s.`);
    if (match && !match.isStudent) problems.push(`${match.sortableName} is staff in this course.`);
    if (!match && fields.email === undefined) problems.push('There is no e-mail; someone new needs one.');
    if (!match && fields.givenName === undefined && fields.familyName === undefined)
      problems.push('There is no name.');
    for (const name of [
      fields.studentNumber && `student number ${fields.studentNumber}`,
      fields.email && `e-mail ${fields.email}`,
    ]) {
      if (!name) continue;
      const earlier = seen.get(name);
      if (earlier !== undefined) problems.push(`The ${name} stands in line ${earlier} already.`);
      else seen.set(name, line);
    }
    const title = fields.section === undefined ? undefined : titles.get(fields.section.toLowerCase());
    const makes =
      fields.section !== undefined && title === undefined ? [`makes the section ${fields.section}`] : [];
    if (title !== undefined) fields.section = title;
    // Said once, in the first line that names it.
    else if (fields.section !== undefined) titles.set(fields.section.toLowerCase(), fields.section);
    const changes = match ? differences(fields, match) : [];
    const name =
      fields.sortableName ??
      ([fields.familyName, fields.givenName].filter(Boolean).join(', ') ||
        (match?.sortableName ?? fields.email ?? `line ${line}`));
    result.push({
      line,
      kind: problems.length > 0 ? 'error' : !match ? 'new' : changes.length > 0 ? 'changed' : 'same',
      knownId: match?.id ?? null,
      fields,
      name,
      notes: problems.length > 0 ? problems : [...changes, ...makes],
    });
  });
  return result;
}

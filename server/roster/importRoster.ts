import { changeCourse, type Change } from '../course/change/changeCourse';
import type { Trx } from '../db/open';
import Papa from 'papaparse';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { importRoster as endpoint } from '../../contract/roster';
import {
  matchColumns,
  readRoster,
  type KnownPerson,
  type RosterColumns,
  type RosterRow,
} from '../../core/roster/readRoster';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { wrongField } from '../refusals/problem';
import { rosterPeople } from './people';
import { recordMember } from '../course/roster/recordMember';
import { nameColumns, newPersonId } from './saveMember';
import { changesOfMove } from './warnOfMove';

const MOST_ROWS = 20_000;

type Answer = z.infer<(typeof endpoint)['answer']>;

/** The rows of a CSV file, whatever separates its cells; a byte-order mark is not part of the first cell. */
function rowsOf(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (data.length < 2)
    throw wrongField(
      'text',
      'The file has no people: its first line names the columns, each further line a person.',
    );
  if (data.length - 1 > MOST_ROWS)
    throw wrongField(
      'text',
      `The file has ${(data.length - 1).toLocaleString('en-GB')} lines; Juror reads at most ${MOST_ROWS.toLocaleString('en-GB')} at once. Split it.`,
    );
  return data;
}

/** Writes one row: a new student, or what changes of one; answers who it is. A section that is not there yet is made, and added to those known. */
export async function writeRosterRow(
  change: Change,
  course: InCourse,
  row: RosterRow,
  sections: Map<string, string>,
): Promise<string> {
  const { trx, now } = change;
  const { setup } = course;
  const { fields } = row;
  let sectionId: string | undefined;
  if (fields.section !== undefined) {
    sectionId = sections.get(fields.section.toLowerCase());
    if (sectionId === undefined) {
      sectionId = randomUUID();
      await trx
        .insertInto('section')
        .values({ id: sectionId, course_id: setup.id, title: fields.section, position: sections.size })
        .execute();
      sections.set(fields.section.toLowerCase(), sectionId);
    }
  }
  const known = row.knownId;
  let personId = known;
  let before;
  if (personId === null) {
    const holder = await trx
      .selectFrom('person')
      .select('id')
      .where('email', '=', fields.email!)
      .executeTakeFirst();
    personId = holder?.id ?? newPersonId();
    if (!holder)
      await trx
        .insertInto('person')
        .values({
          id: personId,
          password_hash: null,
          made_in: setup.id,
          administrator: 0,
          ...nameColumns({
            givenName: fields.givenName ?? '',
            familyName: fields.familyName ?? '',
            preferredName: fields.preferredName ?? null,
            sortableName: fields.sortableName ?? null,
            email: fields.email!,
          }),
        })
        .execute();
    await trx
      .insertInto('member')
      .values({
        course_id: setup.id,
        person_id: personId,
        role: 'student',
        section_id: sectionId ?? null,
        sections: null,
        student_number: fields.studentNumber ?? null,
        enrolled_from: fields.enrolledFrom ?? now,
        removed_at: null,
        version: 1,
      })
      .execute();
  } else {
    before = await trx
      .selectFrom('member')
      .selectAll()
      .where('course_id', '=', setup.id)
      .where('person_id', '=', personId)
      .executeTakeFirstOrThrow();
    await trx
      .updateTable('member')
      .set({
        ...(sectionId !== undefined && { section_id: sectionId }),
        ...(fields.studentNumber !== undefined && { student_number: fields.studentNumber }),
        ...(fields.enrolledFrom !== undefined && { enrolled_from: fields.enrolledFrom }),
        removed_at: null,
        version: before.version + 1,
      })
      .where('course_id', '=', setup.id)
      .where('person_id', '=', personId)
      .execute();
    const names = {
      ...(fields.givenName !== undefined && { given_name: fields.givenName }),
      ...(fields.familyName !== undefined && { family_name: fields.familyName }),
      ...(fields.preferredName !== undefined && { preferred_name: fields.preferredName }),
      ...(fields.sortableName !== undefined && { sortable_name: fields.sortableName }),
      ...(fields.email !== undefined && { email: fields.email }),
    };
    if (Object.keys(names).length > 0)
      await trx.updateTable('person').set(names).where('id', '=', personId).execute();
  }
  await recordMember(
    change,
    {
      courseId: setup.id,
      personId,
      what: before ? 'member.saved' : 'member.added',
    },
    before,
  );
  return personId;
}

/** What the changes of section in these rows mean in forums under way. */
export async function movesOf(trx: Trx, { setup }: InCourse, rows: readonly RosterRow[], now: number) {
  const sections = [...setup.sections];
  const moved = new Map<string, { sectionId: string | null; groupIds: readonly string[] }>();
  for (const { kind, knownId, fields } of rows) {
    const student = kind === 'changed' && knownId !== null ? setup.students.get(knownId) : undefined;
    if (!student || fields.section === undefined) continue;
    const title = fields.section;
    let section = sections.find((each) => each.title.toLowerCase() === title.toLowerCase());
    if (!section) sections.push((section = { id: `new ${title}`, title }));
    if (section.id !== student.sectionId)
      moved.set(student.id, { sectionId: section.id, groupIds: student.groupIds });
  }
  return moved.size === 0 ? [] : changesOfMove(trx, { ...setup, sections }, moved, now);
}

/** The rows of a table, understood against who is in the course; nobody whose name an administrator keeps is renamed. */
export async function rosterRows(
  trx: Trx,
  course: InCourse,
  table: readonly (readonly string[])[],
  columns: RosterColumns,
): Promise<RosterRow[]> {
  const { setup } = course;
  const people = await rosterPeople(trx, setup.id);
  const titles = new Map(setup.sections.map(({ id, title }) => [id, title]));
  const known = people.map((person): KnownPerson => ({
    id: person.id,
    isStudent: person.role === 'student',
    removed: person.removed,
    studentNumber: person.studentNumber,
    givenName: person.givenName,
    familyName: person.familyName,
    preferredName: person.preferredName,
    sortableName: person.sortable,
    email: person.email,
    section: person.sectionId === null ? null : (titles.get(person.sectionId) ?? null),
    enrolledFrom: person.enrolledFrom,
  }));
  const fixed = new Set(people.filter(({ mayRename }) => !mayRename).map(({ id }) => id));
  const taken = new Map(
    (await trx.selectFrom('person').select(['id', 'email']).execute()).map((row) => [
      row.email.toLowerCase(),
      row.id,
    ]),
  );
  return readRoster(table, columns, known, [...titles.values()], setup.zone).map((row): RosterRow => {
    if (row.kind === 'error' || row.knownId === null) return row;
    const holder = row.fields.email === undefined ? undefined : taken.get(row.fields.email);
    if (holder !== undefined && holder !== row.knownId)
      return { ...row, kind: 'error', notes: ['Someone else in Juror has this e-mail address.'] };
    if (!fixed.has(row.knownId)) return row;
    // Someone who is in other courses too keeps the name and e-mail the administrator gave them.
    const { section, studentNumber, enrolledFrom } = row.fields;
    return {
      ...row,
      fields: {
        ...(section !== undefined && { section }),
        ...(studentNumber !== undefined && { studentNumber }),
        ...(enrolledFrom !== undefined && { enrolledFrom }),
      },
    };
  });
}

/** Reads a roster file; writes it only when confirmed, all of its good rows in one step, and none of its bad ones. */
export async function importRoster(
  deps: Deps,
  course: InCourse,
  file: { text: string; columns: RosterColumns | null; confirm: boolean },
  now: number,
): Promise<Answer> {
  const { setup } = course;
  const table = rowsOf(file.text);
  const heads = table[0]!.map((head) => head.trim());
  const columns = file.columns ?? matchColumns(heads);
  if (columns.email === undefined && columns.studentNumber === undefined)
    return {
      heads,
      columns,
      rows: [],
      counts: { new: 0, changed: 0, same: 0, error: 0 },
      moves: [],
      written: false,
    };
  const answer = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const rows = await rosterRows(trx, course, table, columns);
    const count = (kind: RosterRow['kind']) => rows.filter((row) => row.kind === kind).length;
    const counts = {
      new: count('new'),
      changed: count('changed'),
      same: count('same'),
      error: count('error'),
    };
    const moves = file.confirm ? [] : await movesOf(trx, course, rows, now);
    if (file.confirm) {
      const sections = new Map(setup.sections.map(({ id, title }) => [title.toLowerCase(), id]));
      for (const row of rows)
        if (row.kind === 'new' || row.kind === 'changed') await writeRosterRow(change, course, row, sections);
      await change.record('roster.imported', { of: 'roster' }, { after: counts });
    }
    return {
      heads,
      columns,
      rows: rows.map(({ line, kind, name, notes }) => ({ line, kind, name, notes: [...notes] })),
      counts,
      moves,
      written: file.confirm,
    };
  });
  return answer;
}

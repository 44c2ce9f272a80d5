import { toJson } from '../server/db/json';
import { newForum } from '../contract/newForum';
import { CLASS_SPACE } from '../core/terms/space';
import { NO_DECISIONS } from '../core/scoring/suggest';
import { textOf } from '../core/text/textOf';
import { DAY, HOUR } from '../core/time/instant';
import { openDatabase, type Db } from '../server/db/open';
import { when } from './course';
import { inChunks } from './inChunks';
import { steadyRandom } from './prose';

/** How large a gradebook is laid out. */
export interface GradebookSize {
  readonly students: number;
  readonly forums: number;
  /** How many posts each student has written in each forum. */
  readonly posts: number;
}

const CATEGORIES = ['Hearings', 'Journal', 'Drafts', 'Readings'];
const FAMILIES = [
  'Abreu',
  'Brandt',
  'Dijk',
  'Halloran',
  'Lindqvist',
  'Nkemelu',
  'Osei',
  'Quist',
  'Sato',
  'Tamm',
];

/**
 * A course whose gradebook is large: forums in four categories that each drop one, two sections, and a score in three of four cells, half of
 * them released; the last forum has none.
 *
 * @returns the ids of the course and the instructor
 */
export function layOutLargeGradebook(
  database: Db,
  size: GradebookSize,
): Promise<{ course: string; instructor: string }> {
  // In one step: so many by themselves would wait for the disk each time.
  return database.transaction().execute((trx) => layOut(trx, size));
}

async function layOut(
  db: Db,
  { students, forums, posts }: GradebookSize,
): Promise<{ course: string; instructor: string }> {
  const ids = { course: 'wide-course', instructor: 'wide-instructor' };
  const random = steadyRandom(students + forums);
  const start = when('02-02 08:00');
  await db
    .insertInto('course')
    .values({
      id: ids.course,
      title: 'Rivers of the Continent',
      code: 'RVC 900',
      zone: 'Europe/Lisbon',
      term_start: start,
      term_end: when('03-30 00:00'),
      letters: toJson([
        { letter: 'A', from: 9000 },
        { letter: 'B', from: 7500 },
        { letter: 'C', from: 6000 },
        { letter: 'D', from: 0 },
      ]),
    })
    .execute();
  for (const [position, title] of ['Morning', 'Evening'].entries())
    await db
      .insertInto('section')
      .values({ id: `wide-${title}`, course_id: ids.course, title, position })
      .execute();
  for (const [position, title] of CATEGORIES.entries())
    await db
      .insertInto('category')
      .values({
        id: `wide-${title}`,
        course_id: ids.course,
        title,
        weight: 2500,
        zero_for_missing: 1,
        dropped: 1,
        position,
      })
      .execute();
  const people = Array.from({ length: students }, (_, n) => `wide-s${n}`);
  await inChunks([ids.instructor, ...people], (some) =>
    db
      .insertInto('person')
      .values(
        some.map((id) => {
          const number = id.replace('wide-s', '');
          const family = FAMILIES[Number(number) % FAMILIES.length] ?? 'Monteiro';
          return {
            id,
            email: `${id}@fenwick-hollow.example`,
            given_name: `Student ${number}`,
            family_name: family,
            preferred_name: null,
            sortable_name: `${family}, ${number.padStart(4, '0')}`,
            password_hash: null,
          };
        }),
      )
      .execute(),
  );
  await inChunks([ids.instructor, ...people], (some) =>
    db
      .insertInto('member')
      .values(
        some.map((person_id, index) => ({
          course_id: ids.course,
          person_id,
          role: person_id === ids.instructor ? ('instructor' as const) : ('student' as const),
          section_id: person_id === ids.instructor ? null : index % 2 === 0 ? 'wide-Morning' : 'wide-Evening',
          sections: null,
          student_number: person_id === ids.instructor ? null : person_id.replace('wide-s', '9'),
          enrolled_from: start - 7 * DAY,
          removed_at: null,
        })),
      )
      .execute(),
  );
  for (let index = 0; index < forums; index++) await layOutForum(db, index);
  return ids;

  async function layOutForum(inDb: Db, index: number): Promise<void> {
    const settings = newForum();
    const forum = `wide-f${index}`;
    const from = start + index * HOUR;
    const schedule = {
      ...settings.rules.schedule,
      postingFrom: from,
      initialDue: from + 3 * DAY,
      repliesDue: from + 6 * DAY,
      postingUntil: from + 8 * DAY,
    };
    await inDb
      .insertInto('forum')
      .values({
        id: forum,
        course_id: ids.course,
        title: `Reach ${index + 1} of the river`,
        unit_id: null,
        category_id: `wide-${CATEGORIES[index % CATEGORIES.length]!}`,
        position: index,
        status: 'published',
        rules: toJson({ ...settings.rules, schedule }),
        prompt: toJson(textOf('Describe it.')),
        prompt_html: '<p>Describe it.</p>',
        version: 1,
        created_at: start,
      })
      .execute();
    await inDb
      .insertInto('item')
      .values({
        id: forum,
        course_id: ids.course,
        forum_id: forum,
        follows: 1,
        title: `Reach ${index + 1} of the river`,
        maximum: 1000,
        position: index,
      })
      .execute();
    await layOutPosts(inDb, forum, from);
    if (index === forums - 1) return;
    const scored = people.filter(() => random() < 0.75);
    await inChunks(scored, (some) =>
      inDb
        .insertInto('score')
        .values(
          some.map((student_id, at) => ({
            item_id: forum,
            student_id,
            version: 1,
            decisions: toJson(NO_DECISIONS),
            remark: null,
            remark_html: null,
            points: Math.round(400 + 600 * random()),
            given_at: from + 9 * DAY,
            given_by: ids.instructor,
            released_at: at % 2 === 0 ? from + 10 * DAY : null,
          })),
        )
        .execute(),
    );
  }

  async function layOutPosts(inDb: Db, forum: string, from: number): Promise<void> {
    const made = people.flatMap((author, person) =>
      Array.from({ length: posts }, (_, n) => {
        const other = people[(person + n * 17 + 1) % people.length]!;
        return {
          id: `${forum}-${person}-${n}`,
          author,
          other,
          parent: n === 0 ? null : `${forum}-${(person + n * 17 + 1) % people.length}-0`,
          at: from + Math.floor((n + random()) * DAY),
        };
      }),
    );
    // What is answered is there before what answers it.
    made.sort((a, b) => Number(a.parent !== null) - Number(b.parent !== null));
    await inChunks(made, (some) =>
      inDb
        .insertInto('post')
        .values(
          some.map(({ id, author, other, parent, at }) => ({
            id,
            forum_id: forum,
            author_id: author,
            author_kind: 'student' as const,
            parent_id: parent,
            thread_id: parent ?? id,
            thread_author_id: parent === null ? author : other,
            answers_author_id: parent === null ? null : other,
            answers_author_kind: parent === null ? null : ('student' as const),
            space_id: CLASS_SPACE,
            question_id: null,
            aside_with: null,
            created_at: at,
            version: 1,
          })),
        )
        .execute(),
    );
    await inChunks(made, (some) =>
      inDb
        .insertInto('revision')
        .values(
          some.map(({ id, author, at }) => ({
            post_id: id,
            number: 1,
            at,
            author_id: author,
            doc: toJson({ type: 'doc' }),
            html: '<p>Water.</p>',
            text: 'Water.',
            words: 160,
          })),
        )
        .execute(),
    );
  }
}

/** The same into the data folder of a server that does not run. */
export async function addLargeGradebook(dataFolder: string, size: GradebookSize): Promise<void> {
  const db = openDatabase(dataFolder);
  await layOutLargeGradebook(db, size);
  await db.destroy();
}

import { toJson } from '../server/db/json';
import { newForum } from '../contract/newForum';
import { textOf } from '../core/text/textOf';
import { countWords } from '../core/text/words';
import { CLASS_SPACE } from '../core/terms/space';
import { MINUTE } from '../core/time/instant';
import { openDatabase, type Db } from '../server/db/open';
import { when } from './course';
import { inChunks } from './inChunks';
import { steadyRandom } from './prose';
import { script } from './script';

/**
 * A course with one large open forum in a data file: its posts by many students over three weeks, most of them answers, in
 * threads of uneven size and depth.
 *
 * @returns the ids of the course, the forum, and the instructor
 */
export async function layOutLargeForum(
  db: Db,
  { posts, students }: { posts: number; students: number },
): Promise<{ course: string; forum: string; instructor: string }> {
  const ids = { course: 'large-course', forum: 'large-forum', instructor: 'large-instructor' };
  const random = steadyRandom(posts);
  const prose = ['floodplain', 'weir-hearing'].flatMap(script).flatMap(({ paragraphs }) => paragraphs);
  const start = when('02-02 08:00');
  await db
    .insertInto('course')
    .values({
      id: ids.course,
      title: 'Large',
      code: 'L',
      zone: 'Europe/Lisbon',
      term_start: start,
      term_end: when('03-30 00:00'),
    })
    .execute();
  const people = [ids.instructor, ...Array.from({ length: students }, (_, n) => `large-s${n}`)];
  await inChunks(people, (some) =>
    db
      .insertInto('person')
      .values(
        some.map((id) => ({
          id,
          email: `${id}@fenwick-hollow.example`,
          given_name: id,
          family_name: 'Example',
          preferred_name: null,
          sortable_name: `Example, ${id}`,
          password_hash: null,
        })),
      )
      .execute(),
  );
  await inChunks(people, (some) =>
    db
      .insertInto('member')
      .values(
        some.map((person_id) => ({
          course_id: ids.course,
          person_id,
          role: person_id === ids.instructor ? ('instructor' as const) : ('student' as const),
          section_id: null,
          sections: null,
          student_number: null,
          enrolled_from: start,
          removed_at: null,
        })),
      )
      .execute(),
  );
  const settings = newForum();
  const prompt = textOf('Who owns the floodplain?');
  await db
    .insertInto('forum')
    .values({
      id: ids.forum,
      course_id: ids.course,
      title: 'A large forum',
      unit_id: null,
      category_id: null,
      position: 0,
      status: 'published',
      rules: toJson({ ...settings.rules, openings: 'threadsFreely', seal: null }),
      prompt: toJson(prompt),
      prompt_html: '<p>Who owns the floodplain?</p>',
      version: 1,
      created_at: start,
    })
    .execute();
  const made: {
    id: string;
    author: string;
    thread: string;
    threadAuthor: string;
    text: string;
    parent: number | null;
    at: number;
  }[] = [];
  for (let n = 0; n < posts; n++) {
    const opens = n < 20 || random() < 0.08;
    // Mostly something recent is answered, now and then something old.
    const parent = opens ? null : Math.max(0, n - 1 - Math.floor(random() ** 2 * Math.min(n, 400)));
    const author = people[1 + Math.floor(random() * students)]!;
    const above = parent === null ? null : made[parent]!;
    made.push({
      id: `large-p${n}`,
      author,
      thread: above?.thread ?? `large-p${n}`,
      threadAuthor: above?.threadAuthor ?? author,
      text: `${prose[Math.floor(random() * prose.length)]!} ${prose[Math.floor(random() * prose.length)]!}`,
      parent,
      at: start + n * 3 * MINUTE,
    });
  }
  await inChunks(made, (some) =>
    db
      .insertInto('post')
      .values(
        some.map(({ id, author, thread, threadAuthor, parent, at }) => ({
          id,
          forum_id: ids.forum,
          author_id: author,
          author_kind: 'student' as const,
          parent_id: parent === null ? null : made[parent]!.id,
          thread_id: thread,
          thread_author_id: threadAuthor,
          answers_author_id: parent === null ? null : made[parent]!.author,
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
    db
      .insertInto('revision')
      .values(
        some.map(({ id, author, text, at }) => ({
          post_id: id,
          number: 1,
          at,
          author_id: author,
          doc: toJson(textOf(text)),
          html: `<p>${text}</p>`,
          text,
          words: countWords(text),
        })),
      )
      .execute(),
  );
  return ids;
}

/** The same into the data folder of a server that does not run. */
export async function addLargeForum(
  dataFolder: string,
  size: { posts: number; students: number },
): Promise<void> {
  const db = openDatabase(dataFolder);
  await layOutLargeForum(db, size);
  await db.destroy();
}

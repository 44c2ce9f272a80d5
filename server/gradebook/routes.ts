import { whyNoLook } from '../../core/scoring/secondLook';
import { looksAt, shownLook } from '../evaluate/secondLooks';
import type { Express } from 'express';
import type { FileView } from '../../contract/files';
import { pageOf } from '../../contract/basics';
import * as contract from '../../contract/gradebook';
import { accessTo } from '../../core/access/accessTo';
import { csvFile } from '../../core/formats/csv';
import { countedPoints, totalOf, type Sum } from '../../core/gradebook/total';
import { hasOpened } from '../../core/time/minute';
import { courseFor, worksWith, type InCourse } from '../course/inCourse';
import type { Deps } from '../deps';
import { courseData } from '../discuss/loadPosts';
import { filesOf } from '../evaluate/scoreFiles';
import { shownScores } from '../evaluate/loadScores';
import { forMember } from '../http/register';
import { signedIn } from '../sessions/sessions';
import { cellOf, shownItems } from './cells';
import { commentedPosts } from './commented';

const short = ({ percent, items, of }: Sum) => ({ percent, items, of });

async function gradebook(
  deps: Deps,
  course: InCourse,
  now: number,
): Promise<Omit<contract.GradebookView, 'paging'>> {
  const { setup } = course;
  const data = await courseData(deps.db, setup, {});
  const items = shownItems(setup);
  const book = { ...setup.gradebook, items };
  const sections = new Map(setup.sections.map(({ id, title }) => [id, title]));
  const rows = [...setup.students.values()]
    .filter((student) => !student.removed && worksWith(course, student.id))
    .map((student) => {
      const cells = new Map(items.map((item) => [item.id, cellOf(setup, data, item, student, now)]));
      const total = totalOf(book, cells, 'staff');
      const shown = items.map((item) => {
        const cell = cells.get(item.id)!;
        const category = book.categories.find(({ id }) => id === item.categoryId) ?? null;
        const zero = cell.given === null && countedPoints(item, cell, category, 'staff') === 0;
        return [
          item.id,
          {
            state: cell.state,
            points: cell.given,
            released: cell.released,
            zero,
            dropped: total.dropped.has(item.id),
          },
        ] as const;
      });
      return {
        student: setup.names.get(student.id)!,
        section: student.sectionId === null ? null : (sections.get(student.sectionId) ?? null),
        cells: Object.fromEntries(shown),
        categories: Object.fromEntries([...total.categories].map(([id, sum]) => [id, short(sum)])),
        total: { percent: total.percent, letter: total.letter, items: total.items, of: total.of },
      };
    });
  return {
    mode: book.mode,
    letters: [...book.letters],
    categories: book.categories.map(({ id, title, weight }) => ({ id, title, weight })),
    items: items.map(({ id, forumId, title, categoryId, maximum, display }) => {
      const opens = forumId === null ? null : (setup.forums.get(forumId)?.schedule.postingFrom ?? null);
      return { id, forumId, title, categoryId, maximum, display, opened: hasOpened(opens, now) };
    }),
    rows,
  };
}

const decimal = (hundredths: number) => (hundredths / 100).toFixed(2);

/** The gradebook as a CSV file: one row a student, one column an item, then the total. */
function asCsv(
  view: Omit<contract.GradebookView, 'paging'>,
  studentNumbers: ReadonlyMap<string, string>,
): string {
  const head = [
    'Student number',
    'Name',
    'Section',
    ...view.items.map((item) => `${item.title} (${decimal(item.maximum)})`),
    'Total %',
    'Letter',
  ];
  const rows = view.rows.map((row) => [
    studentNumbers.get(row.student.id) ?? '',
    row.student.sortable,
    row.section ?? '',
    ...view.items.map((item) => {
      const cell = row.cells[item.id]!;
      if (cell.state === 'excused') return 'excused';
      return cell.points === null ? '' : decimal(cell.points);
    }),
    row.total.percent === null ? '' : decimal(row.total.percent),
    row.total.letter ?? '',
  ]);
  return csvFile([head, ...rows]);
}

async function scoresOf(deps: Deps, course: InCourse, now: number): Promise<contract.ScoresView> {
  const { setup } = course;
  const student = setup.students.get(course.person.id)!;
  const data = await courseData(deps.db, setup, { authorId: student.id });
  const stored = await shownScores(deps.db, setup, student.id);
  // A forum that is absent for the student is not named, and not counted, before something of it was released.
  const mayKnow = (forumId: string | null): boolean => {
    const forum = forumId === null ? undefined : setup.forums.get(forumId);
    if (!forum) return true;
    const access = accessTo(data, forum, course.person, now);
    const score = data.scoreOf(forum.id, student.id, now);
    return (
      (access.kind === 'student' && access.phase !== 'absent') ||
      score?.released === true ||
      score?.excused === true
    );
  };
  const items = shownItems(setup).filter((item) => mayKnow(item.forumId));
  const book = { ...setup.gradebook, items };
  const looks = await looksAt(
    deps.db,
    { itemIds: items.map(({ id }) => id), studentId: student.id },
    setup.names,
  );
  const evaluationOf = ({ forumId }: { forumId: string | null }) =>
    forumId === null ? null : (setup.forums.get(forumId)?.evaluation ?? null);
  const whyNot = (item: { id: string; forumId: string | null }) =>
    course.vantage || item.forumId === null
      ? 'notOffered'
      : whyNoLook(
          evaluationOf(item),
          data.scoreOf(item.forumId, student.id, now),
          looks.some(({ itemId, state }) => itemId === item.id && state === 'asked'),
          now,
        );
  const cells = new Map(items.map((item) => [item.id, cellOf(setup, data, item, student, now)]));
  const total = totalOf(book, cells, 'student');
  const released = (item: { id: string }) => {
    const cell = cells.get(item.id)!;
    return cell.released && cell.given !== null
      ? stored.find((score) => score.itemId === item.id)
      : undefined;
  };
  const commented = new Map<string, contract.ScoresView['items'][number]['posts']>();
  const files = new Map<string, FileView[]>();
  for (const item of items) {
    const row = released(item);
    if (!row) continue;
    files.set(item.id, await filesOf(deps.db, row.files));
    if (item.forumId !== null)
      commented.set(item.id, await commentedPosts(deps.db, course, item.forumId, row, now));
  }
  return {
    mode: book.mode,
    letters: [...book.letters],
    items: items.flatMap((item) => {
      const cell = cells.get(item.id)!;
      if (!cell.asked && !cell.excused) return [];
      const category = book.categories.find(({ id }) => id === item.categoryId) ?? null;
      const isReleased = cell.released && cell.given !== null;
      const row = released(item);
      const isZero =
        !isReleased &&
        !cell.excused &&
        countedPoints(item, { ...cell, given: null }, category, 'student') === 0 &&
        cell.given === null;
      return [
        {
          id: item.id,
          forumId: item.forumId,
          title: item.title,
          category: category?.title ?? null,
          maximum: item.maximum,
          display: item.display,
          state: cell.excused
            ? ('excused' as const)
            : isReleased
              ? ('released' as const)
              : isZero
                ? ('zero' as const)
                : ('open' as const),
          dropped: total.dropped.has(item.id),
          points: isReleased ? cell.given : null,
          parts:
            row && item.forumId !== null
              ? [...(setup.forums.get(item.forumId)?.evaluation?.parts ?? [])]
              : [],
          lines: row ? [...row.lines] : [],
          remarkHtml: row?.remarkHtml ?? null,
          posts: commented.get(item.id) ?? [],
          files: files.get(item.id) ?? [],
          releasedAt: row?.releasedAt ?? null,
          looks: looks.filter(({ itemId }) => itemId === item.id).map(shownLook),
          mayAsk: isReleased && whyNot(item) === null,
          askUntil: evaluationOf(item)?.lookAgain?.until ?? null,
        },
      ];
    }),
    categories: book.categories.map(({ id, title, weight }) => ({
      id,
      title,
      weight,
      sum: short(total.categories.get(id)!),
    })),
    total: { percent: total.percent, letter: total.letter, items: total.items, of: total.of },
  };
}

/** The gradebook for staff, its CSV, and a student's own scores. */
export function gradebookRoutes(app: Express, deps: Deps): void {
  forMember(app, deps, contract.getGradebook, 'staff', async ({ course, query, now }) => {
    const view = await gradebook(deps, course, now);
    return { ...view, ...pageOf(view.rows, query) };
  });

  forMember(app, deps, contract.getScores, 'student', ({ course, now }) => scoresOf(deps, course, now));

  app.get('/api/courses/:course/gradebook.csv', async (req, res) => {
    const session = await signedIn(deps, req);
    const course = await courseFor(deps, session, String(req.params.course), 'staff');
    const view = await gradebook(deps, course, deps.clock.now());
    const numbers = await deps.db
      .selectFrom('member')
      .select(['person_id', 'student_number'])
      .where('course_id', '=', course.setup.id)
      .execute();
    const file = asCsv(view, new Map(numbers.map((row) => [row.person_id, row.student_number ?? ''])));
    const name = `${course.setup.code.replace(/[^A-Za-z0-9]+/g, '-')}-gradebook.csv`;
    res
      .set('Content-Disposition', `attachment; filename="${name}"`)
      .type('text/csv; charset=utf-8')
      .send(file);
  });
}

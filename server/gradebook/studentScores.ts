import { whyNoTotal } from '../../core/gradebook/whyNoTotal';
import type { FileView } from '../../contract/files';
import type { ScoresView } from '../../contract/scores';
import { accessTo } from '../../core/access/accessTo';
import { fedCell, handCell, type CellInState } from '../../core/gradebook/cellOf';
import type { Item } from '../../core/gradebook/gradebook';
import { countedPoints, totalOf } from '../../core/gradebook/total';
import { whyNoLook } from '../../core/scoring/secondLook';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { courseData } from '../course/facts/courseData';
import { shownScores } from '../course/scores/loadScores';
import { filesOf } from '../evaluate/scoreFiles';
import { looksAt, shownLook } from '../evaluate/secondLooks';
import { studentAttainment } from '../outcomes/attainment';
import { commentedPosts } from './commented';
import { shortSum } from './gradebookView';
import { shownItems } from '../columns/shownItems';

/** A student's released scores with how each comes about, and the total of them; nothing of what is not released. (rules §7) */
export async function studentScores(deps: Deps, course: InCourse, now: number): Promise<ScoresView> {
  const { setup } = course;
  const student = setup.students.get(course.person.id)!;
  const data = await courseData(deps.db, setup, { authorId: student.id });
  const stored = await shownScores(deps.db, setup, { studentId: student.id });
  const cellOf = (item: Item): CellInState => {
    const forum = item.forumId === null ? undefined : setup.forums.get(item.forumId);
    if (forum) return fedCell(data, forum, item, student, now).cell;
    const score = stored.find(({ itemId }) => itemId === item.id);
    const facts = score && { ...score, released: score.releasedAt !== null };
    return handCell(item, student, facts ?? null, now).cell;
  };
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
  const cells = new Map(items.map((item) => [item.id, cellOf(item)]));
  const total = totalOf(book, cells, 'student');
  const released = (item: { id: string }) => {
    const cell = cells.get(item.id)!;
    return cell.released && cell.given !== null
      ? stored.find((score) => score.itemId === item.id)
      : undefined;
  };
  const commented = new Map<string, ScoresView['items'][number]['posts']>();
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
    noTotal: whyNoTotal(course.setup.gradebook),
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
          dueAt: item.dueAt ?? null,
          looks: looks.filter(({ itemId }) => itemId === item.id).map(shownLook),
          mayAsk: isReleased && whyNot(item) === null,
          askUntil: evaluationOf(item)?.lookAgain?.until ?? null,
        },
      ];
    }),
    outcomes: await studentAttainment(deps.db, course, student, now),
    categories: book.categories.map(({ id, title, weight }) => ({
      id,
      title,
      weight,
      sum: shortSum(total.categories.get(id)!),
    })),
    total: { percent: total.percent, letter: total.letter, items: total.items, of: total.of },
  };
}

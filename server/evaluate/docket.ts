import { nameOrder } from '../../core/text/nameOrder';
import type { DocketRow, DocketView } from '../../contract/evaluate';
import { courseDataOf, type CourseData } from '../../core/course/courseData';
import type { Forum } from '../../core/course/forum';
import type { Student } from '../../core/course/roster';
import type { EvidenceMark } from '../../core/evidence/evidenceOf';
import { docketState, isGiven, type DocketState } from '../../core/participation/docketState';
import { ownWords } from '../../core/participation/metAt';
import { participationOf } from '../../core/participation/participationOf';
import { readySince } from '../../core/participation/readySince';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForumQuietly } from '../course/access/openForum';
import { columnsOf } from '../columns/columns';
import { shownItems } from '../columns/shownItems';
import { notFound } from '../refusals/problem';
import { evidenceMarks } from '../evidence/evidence';
import { loadScores } from '../course/scores/loadScores';
import { plannedRelease } from './plannedReleases';
import {
  agreementIn,
  docketReading,
  readingsOf,
  UNREAD,
  type StudentReadings,
} from '../course/scores/readings';
import { looksAt } from './secondLooks';
import { sharesOf } from './shares';

/** How many students stand where in a forum. */
export type StateCounts = Record<DocketState, number>;

const none = (): StateCounts => ({
  excused: 0,
  changed: 0,
  released: 0,
  given: 0,
  nothing: 0,
  ready: 0,
  waiting: 0,
});

function stateOf(data: CourseData, forum: Forum, student: Student, now: number) {
  const part = participationOf(data, forum, student, now);
  const score = data.scoreOf(forum.id, student.id, now);
  const state = docketState(forum, part, data.postsBy(forum.id, student.id), score, now);
  return { part, score, state };
}

/** Students a member of staff evaluates: theirs, asked by the forum, not removed unless a score stands. */
export function inDocket(
  course: InCourse,
  data: CourseData,
  forum: Forum,
  now: number,
  ids: Iterable<string> = course.setup.names.keys(),
) {
  return [...ids].flatMap((id) => {
    const student = data.students.get(id);
    if (!student || !worksWith(course, id)) return [];
    const row = stateOf(data, forum, student, now);
    return row.part.notAsked === null || row.state === 'excused' ? [{ student, ...row }] : [];
  });
}

/** Counts over all evaluated forums, and each forum's own; from the columns of the gradebook, which are kept between requests. */
export async function countStates(db: Db, course: InCourse, now: number) {
  const { setup } = course;
  const items = shownItems(setup).filter(({ forumId }) => forumId !== null);
  const columns = await columnsOf(db, setup, items, now);
  const students = [...setup.students.keys()].filter((id) => worksWith(course, id));
  let ready = 0;
  const perForum = items.map(({ id, forumId }) => {
    const counts = none();
    const column = columns.get(id)!;
    for (const student of students) {
      const { state } = column.get(student)!;
      if (state !== 'notAsked') counts[state]++;
    }
    ready += counts.ready + counts.changed;
    return { forum: setup.forums.get(forumId!)!, counts };
  });
  return { ready, perForum };
}

/** The rows of a docket: of everyone in the order of the roster, or of one student. */
async function docketRows(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
  only?: string,
): Promise<{ readonly rows: DocketRow[]; readonly readings: ReadonlyMap<string, StudentReadings> | null }> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (forum.evaluation === null) throw notFound();
  const opened = await openForumQuietly(db, course, forumId, now);
  const { zone } = course.setup;
  const scores = await loadScores(db, course.setup, { itemId: card.itemId, studentId: only });
  // The forum's posts are kept in memory; only the scores are read for everyone.
  const { scoreOf } = courseDataOf({ zone, students: [], forums: [], posts: [], scores });
  const data: CourseData = { ...opened.data, scoreOf };
  const noted = new Map<string, Set<EvidenceMark>>();
  for (const [postId, marks] of await evidenceMarks(db, course, opened, now)) {
    const author = opened.posts.get(postId)!.authorId;
    noted.set(author, new Set([...(noted.get(author) ?? []), ...marks]));
  }
  const itemIds = card.itemId === null ? [] : [card.itemId];
  const readings = forum.evaluation.secondReading ? await readingsOf(db, card.itemId, only) : null;
  const readingOf = (studentId: string) =>
    readings && docketReading(readings.get(studentId) ?? UNREAD, course.person.id);
  const looks = await looksAt(db, { itemIds, studentId: only }, course.setup.names);
  const asking = new Set(looks.flatMap(({ state, studentId }) => (state === 'asked' ? [studentId] : [])));
  const shares = await sharesOf(db, course.setup, forumId, only);
  const sections = new Map(course.setup.sections.map((section) => [section.id, section.title]));
  const meant = inDocket(course, data, forum, now, only === undefined ? undefined : [only]);
  const rows = meant.map(({ student, part, score, state }): DocketRow => {
    const reading = readingOf(student.id);
    return {
      student: course.setup.names.get(student.id)!,
      section: student.sectionId === null ? null : (sections.get(student.sectionId) ?? null),
      groups: student.groupIds.flatMap((id) => course.setup.groups.get(id)?.title ?? []),
      state,
      readyAt: readySince(forum, part, now),
      slots: [...part.slots],
      words: part.counted.reduce((sum, post) => sum + ownWords(post, now), 0),
      posts: part.counted.length,
      held: part.held,
      marks: [...(noted.get(student.id) ?? [])],
      daysLate: Math.max(
        0,
        ...part.slots
          .filter((slot) => slot.state === 'metLate' || slot.state === 'short')
          .map((slot) => slot.daysLate),
      ),
      // Who reads second is not to know what the first has given.
      points: reading?.wanted ? null : (score?.points ?? null),
      released: score?.released ?? false,
      asks: asking.has(student.id),
      reading,
      evaluator: course.setup.names.get(shares.get(student.id) ?? '') ?? null,
      mine: shares.get(student.id) === course.person.id,
    };
  });
  return { rows, readings };
}

/** One student's row of a docket; null where they are not in it. */
export async function docketRow(
  db: Db,
  course: InCourse,
  forumId: string,
  studentId: string,
  now: number,
): Promise<DocketRow | null> {
  return (await docketRows(db, course, forumId, now, studentId)).rows[0] ?? null;
}

/** How far each evaluator is with their students, by name, and nobody's last; nothing where a docket is not shared out. */
function progressOf(rows: readonly DocketRow[], me: string): DocketView['forum']['shares'] {
  if (rows.every(({ evaluator }) => evaluator === null)) return [];
  const shares = new Map<string, DocketView['forum']['shares'][number]>();
  for (const { evaluator, state } of rows) {
    if (state === 'excused') continue;
    const name = evaluator?.id ?? '';
    const share = shares.get(name) ?? { evaluator, mine: name === me, students: 0, given: 0 };
    shares.set(name, share);
    share.students++;
    if (isGiven(state)) share.given++;
  }
  return [...shares.values()].sort((one, other) => {
    const isNobodys = Number(one.evaluator === null) - Number(other.evaluator === null);
    return isNobodys || nameOrder(one.evaluator!.sortable, other.evaluator!.sortable);
  });
}

/** The docket of one forum, in the order of the roster. */
export async function docket(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<Omit<DocketView, 'paging'>> {
  const { forum, card } = forumIn(course.setup, forumId);
  const { rows, readings } = await docketRows(db, course, forumId, now);
  const { maximum } = forum.evaluation!;
  return {
    forum: {
      id: forum.id,
      title: card.title,
      maximum,
      releaseAt: await plannedRelease(db, card.itemId),
      names: 'shown' as const,
      agreement: readings && agreementIn(readings, maximum),
      shares: progressOf(rows, course.person.id),
    },
    rows,
  };
}

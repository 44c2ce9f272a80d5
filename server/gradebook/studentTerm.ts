import type { Change } from '../course/change/changeCourse';
import type { StudentTerm, TermForum } from '../../contract/studentTerm';
import { accessTo } from '../../core/access/accessTo';
import type { ResolvedTerms } from '../../core/terms/resolveTerms';
import { isReceived, sentAt, type Assignment } from '../../core/course/assignment';
import type { CourseData } from '../../core/course/courseData';
import type { Forum } from '../../core/course/forum';
import { existsAt, type Post } from '../../core/course/post';
import type { Student } from '../../core/course/roster';
import { isCounted } from '../../core/participation/counted';
import { isMissed, missesInARow } from '../../core/participation/missesInARow';
import { participationOf } from '../../core/participation/participationOf';
import { isPeerReply } from '../../core/participation/peerReply';
import type { Visits } from '../../core/visits/visits';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { courseData } from '../course/facts/courseData';
import { loadAnswersTo } from '../course/posts/loadPosts';
import { loadAssignments } from '../course/reviews/loadAssignments';
import { loadVisits } from '../visits/visits';
import { looksAt, shownLook } from '../evaluate/secondLooks';
import { conflict, notFound } from '../refusals/problem';
import { gradebookRows, shownAs } from './gradebookView';
import { shownItems } from '../columns/shownItems';

/** The dates and numbers that are not the forum's own, with what they are. */
function ownTermsOf({ dates, numbers, sources }: ResolvedTerms): TermForum['ownTerms'] {
  const values = { ...dates, ...numbers };
  return Object.entries(sources).map(([name, source]) => ({
    name: name as TermForum['ownTerms'][number]['name'],
    value: values[name as keyof typeof values],
    source,
  }));
}

/** One forum, without what has to be seen beside others. */
function forumLine(
  course: InCourse,
  data: CourseData,
  forum: Forum,
  student: Student,
  answers: readonly Post[],
  assignments: readonly Assignment[],
  visits: ReadonlyMap<string, Visits>,
  now: number,
): { readonly line: Omit<TermForum, 'looks' | 'missedInARow'>; readonly missed: boolean | null } {
  const card = course.setup.cards.get(forum.id)!;
  const part = participationOf(data, forum, student, now);
  const access = accessTo(data, forum, { kind: 'student', ...student }, now);
  const excused = data.scoreOf(forum.id, student.id, now)?.excused ?? false;
  const own = data.postsBy(forum.id, student.id);
  const received = answers.filter(
    (post) =>
      post.forumId === forum.id &&
      post.answers?.authorId === student.id &&
      post.authorId !== student.id &&
      post.authorKind === 'student' &&
      isCounted(post, now),
  );
  return {
    line: {
      id: forum.id,
      title: card.title,
      unitId: card.unitId,
      phase: access.kind === 'student' ? access.phase : 'absent',
      asked: part.notAsked === null,
      slots: [...part.slots],
      standing: part.standing,
      lastDue: part.lastDue,
      posts: part.counted.length,
      held: part.held,
      answersGiven: part.counted.filter((post) => isPeerReply(post, true)).length,
      answersReceived: received.length,
      answeredBy: new Set(received.map(({ authorId }) => authorId)).size,
      asides: [...own, ...answers].filter(
        (post) => post.forumId === forum.id && post.asideWith === student.id && existsAt(post, now),
      ).length,
      reviewsSent: part.reviews.filter((each) => sentAt(each, now) !== null).length,
      reviewsReceived: assignments.filter(
        (each) => each.forumId === forum.id && each.authorId === student.id && isReceived(each, now),
      ).length,
      reviewsDue: part.slots.some(({ kind }) => kind === 'review') ? part.reviewsDue : null,
      visits: visits.get(`${forum.id} ${student.id}`) ?? null,
      ownTerms: ownTermsOf(part.terms),
      item:
        card.itemId === null || forum.evaluation === null
          ? null
          : { id: card.itemId, maximum: forum.evaluation.maximum },
    },
    missed: isMissed(forum, part, excused, now),
  };
}

async function noteOf(db: Db, course: InCourse, studentId: string): Promise<StudentTerm['note']> {
  const row = await db
    .selectFrom('student_note')
    .selectAll()
    .where('course_id', '=', course.setup.id)
    .where('person_id', '=', studentId)
    .executeTakeFirst();
  return {
    version: row?.version ?? 0,
    text: row?.text ?? '',
    by: row ? (course.setup.names.get(row.by)?.name ?? null) : null,
    at: row?.at ?? null,
  };
}

/** Everything staff know of one student's term: forum by forum, item by item, and what they note among themselves. */
export async function studentTerm(
  db: Db,
  course: InCourse,
  studentId: string,
  now: number,
): Promise<StudentTerm> {
  const { setup } = course;
  const student = setup.students.get(studentId);
  if (!student || student.removed || !worksWith(course, studentId)) throw notFound();
  const data = await courseData(db, setup, { authorId: studentId });
  const answers = await loadAnswersTo(db, setup.id, studentId);
  const assignments = await loadAssignments(db, setup, { personId: studentId });
  const visits = await loadVisits(db, setup, { studentId });
  const lines = [...setup.forums.values()]
    .filter(({ status }) => status === 'published')
    .map((forum) => forumLine(course, data, forum, student, answers, assignments, visits, now));
  const missed = missesInARow(
    lines.flatMap(({ line: { id, lastDue }, missed: isMissed }) =>
      isMissed === null || lastDue === null ? [] : [{ id, lastDue, missed: isMissed }],
    ),
  );
  const items = shownItems(setup);
  const itemIds = items.map(({ id }) => id);
  const looks = await looksAt(db, { itemIds, studentId }, setup.names);
  const [row] = await gradebookRows(db, course, [student], now);
  const categories = new Map(setup.gradebook.categories.map(({ id, title }) => [id, title]));
  const plans = new Map(setup.groupPlans.map(({ id, title }) => [id, title]));
  const { reason } = await db
    .selectFrom('member')
    .select('accommodation_reason as reason')
    .where('course_id', '=', setup.id)
    .where('person_id', '=', studentId)
    .executeTakeFirstOrThrow();
  return {
    student: setup.names.get(studentId)!,
    ...setup.contacts.get(studentId)!,
    section: setup.sections.find(({ id }) => id === student.sectionId)?.title ?? null,
    groups: student.groupIds.flatMap((id) => {
      const group = setup.groups.get(id);
      return group ? [{ plan: plans.get(group.planId) ?? '', title: group.title }] : [];
    }),
    enrolledFrom: student.enrolledFrom,
    accommodation:
      student.accommodationMinutes === 0 ? null : { minutes: student.accommodationMinutes, reason },
    forums: lines.map(({ line }) => ({
      ...line,
      looks: looks.filter(({ itemId }) => itemId === line.item?.id).map(shownLook),
      missedInARow: missed.has(line.id),
    })),
    items: items.map((item, at) => {
      const { id, forumId, title, maximum, display, opened } = shownAs(setup, item, now);
      const category = item.categoryId === null ? null : (categories.get(item.categoryId) ?? null);
      return { id, forumId, title, category, maximum, display, opened, cell: row!.cells[at]! };
    }),
    letters: [...setup.gradebook.letters],
    categories: setup.gradebook.categories.map(({ id, title }, at) => ({
      id,
      title,
      sum: row!.categories[at]!,
    })),
    total: row!.total,
    note: await noteOf(db, course, studentId),
  };
}

/** Writes what staff note about a student; a change of someone else's in between is told. */
export async function saveNote(
  change: Change,
  course: InCourse,
  studentId: string,
  { version, text }: { version: number; text: string },
): Promise<StudentTerm['note']> {
  const { trx, now } = change;
  if (!course.setup.students.has(studentId) || !worksWith(course, studentId)) throw notFound();
  const before = await noteOf(trx, course, studentId);
  if (before.text === text) return before;
  if (before.version !== version)
    throw conflict('Someone else has changed this note since you opened it.', before);
  const row = { text, version: version + 1, at: now, by: course.person.id };
  await trx
    .insertInto('student_note')
    .values({ course_id: course.setup.id, person_id: studentId, ...row })
    .onConflict((oc) => oc.columns(['course_id', 'person_id']).doUpdateSet(row))
    .execute();
  await change.record('note.saved', { of: 'note', id: studentId }, { before: before.text, after: text });
  return noteOf(trx, course, studentId);
}

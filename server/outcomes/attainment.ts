import { setImmediate as nextTurn } from 'node:timers/promises';
import type { AnswerOf } from '../../contract/endpoint';
import type { getAttainment, ReachedOutcome } from '../../contract/outcomes';
import type { Forum } from '../../core/course/forum';
import { createdAt } from '../../core/course/post';
import type { Student } from '../../core/course/roster';
import {
  attainments,
  decidedCriteria,
  shareReached,
  type DecidedCriterion,
} from '../../core/outcomes/attainment';
import { participationOf } from '../../core/participation/participationOf';
import { distributionOf } from '../../core/scoring/distribution';
import { postsOf } from '../../core/scoring/kinds/basis';
import type { RubricDecision } from '../../core/scoring/kinds/rubric';
import { shownItems } from '../columns/shownItems';
import { whatIsRead } from '../course/access/whatIsRead';
import { courseData } from '../course/facts/courseData';
import { shownScores, type ShownScore } from '../course/scores/loadScores';
import type { CourseSetup } from '../course/setup/courseCache';
import { studentsOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';

/** Forums with an item in the gradebook in which some criterion names an outcome. */
function forumsNaming(setup: CourseSetup): { readonly forum: Forum; readonly itemId: string }[] {
  return shownItems(setup).flatMap(({ id, forumId }) => {
    const forum = forumId === null ? undefined : setup.forums.get(forumId);
    const names = forum?.evaluation?.parts.some(
      (part) => part.kind === 'rubric' && part.criteria.some(({ outcomes }) => outcomes.length > 0),
    );
    return forum && names ? [{ forum, itemId: id }] : [];
  });
}

/** What was decided in a released score; nothing where it is not released, or the student is excused. (rules §11) */
const decidedIn = (
  forum: Forum,
  { points, releasedAt, excused, decisions }: ShownScore,
): DecidedCriterion[] =>
  points === null || releasedAt === null || excused ? [] : decidedCriteria(forum.evaluation!, decisions);

/** How far each student whom a member of staff works with reaches each outcome, and how the class is spread over it. (rules §11) */
export async function classAttainment(db: Db, course: InCourse): Promise<AnswerOf<typeof getAttainment>> {
  const { setup } = course;
  const decided = new Map<string, DecidedCriterion[]>();
  for (const { forum, itemId } of forumsNaming(setup)) {
    for (const score of await shownScores(db, setup, { itemId })) {
      const found = decidedIn(forum, score);
      if (found.length > 0) decided.set(score.studentId, [...(decided.get(score.studentId) ?? []), ...found]);
    }
    await nextTurn();
  }
  const rows = studentsOf(course).map((student) => {
    const reached = attainments(decided.get(student.id) ?? []);
    return {
      student: setup.names.get(student.id)!,
      studentNumber: setup.contacts.get(student.id)!.studentNumber,
      sectionId: student.sectionId,
      groupIds: [...student.groupIds],
      reached: setup.outcomes.map(({ code }) => reached.get(code) ?? null),
    };
  });
  return {
    outcomes: setup.outcomes.map((outcome, at) => {
      const shares = rows.flatMap(({ reached }) => (reached[at] ? [shareReached(reached[at])] : []));
      const { count, mean, stretches } = distributionOf(shares, 10_000);
      return { ...outcome, students: count, mean, stretches: [...stretches] };
    }),
    rows,
  };
}

/** How far one student reaches each outcome, with the criteria and posts behind it. (rules §11) */
export async function studentAttainment(
  db: Db,
  course: InCourse,
  student: Student,
  now: number,
): Promise<ReachedOutcome[]> {
  const { setup } = course;
  if (setup.outcomes.length === 0) return [];
  const scores = new Map(
    (await shownScores(db, setup, { studentId: student.id })).map((score) => [score.itemId, score]),
  );
  const data = await courseData(db, setup, { authorId: student.id });
  const behind: { readonly decided: DecidedCriterion; readonly shown: ReachedOutcome['criteria'][number] }[] =
    [];
  for (const { forum, itemId } of forumsNaming(setup)) {
    const score = scores.get(itemId);
    const decided = score ? decidedIn(forum, score) : [];
    if (decided.length === 0) continue;
    const part = participationOf(data, forum, student, now);
    const mayKnow = course.person.kind === 'staff' ? await whatIsRead(db, course, forum.id, now) : () => true;
    for (const each of decided) {
      const { criterion, partId, points, of } = each;
      const { criteria = {} } = score!.decisions.parts[partId] as RubricDecision;
      const level = criterion.levels.find(({ id }) => id === criteria[criterion.id]!.levelId);
      const posts = postsOf(criterion.basis, forum, part).filter(({ id }) => mayKnow(id));
      behind.push({
        decided: each,
        shown: {
          ...{ forumId: forum.id, forum: setup.cards.get(forum.id)!.title, criterion: criterion.title },
          level: level?.points === points ? level.title : null,
          ...{ points, of },
          posts: posts.map((post) => ({ id: post.id, at: createdAt(post) })),
        },
      });
    }
  }
  const reached = attainments(behind.map(({ decided }) => decided));
  return setup.outcomes.map((outcome) => ({
    ...outcome,
    reached: reached.get(outcome.code) ?? null,
    criteria: behind
      .filter(({ decided }) => decided.criterion.outcomes.includes(outcome.code))
      .map(({ shown }) => shown),
  }));
}

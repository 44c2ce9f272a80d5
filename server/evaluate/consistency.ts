import { fromJson } from '../db/json';
import type { AnswerOf } from '../../contract/endpoint';
import type { getGiven, listAlike } from '../../contract/consistency';
import type { Basis, Part } from '../../core/course/evaluation';
import { participationOf } from '../../core/participation/participationOf';
import { postsOf } from '../../core/scoring/kinds/basis';
import { distributionOf } from '../../core/scoring/distribution';
import { criterionPoints } from '../../core/scoring/kinds/rubric';
import type { Decisions } from '../../core/scoring/suggest';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForumQuietly } from '../course/access/openForum';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { notFound } from '../refusals/problem';
import { isSecond, readingsOf } from '../course/scores/readings';

/** So many are laid beside each other. */
const MOST = 8;

/** The given scores of a forum that an evaluator may know of: not those they are still to read second. */
async function givenIn(db: Db, course: InCourse, forumId: string) {
  const { forum, card } = forumIn(course.setup, forumId);
  if (forum.evaluation === null || card.itemId === null) throw notFound();
  const rows = await db
    .selectFrom('score')
    .select(['student_id', 'points', 'decisions', 'given_at', 'given_by'])
    .where('item_id', '=', card.itemId)
    .where('points', 'is not', null)
    .where('excused', '=', 0)
    .orderBy('given_at', 'desc')
    .execute();
  const readings = forum.evaluation.secondReading ? await readingsOf(db, card.itemId) : null;
  return rows.flatMap(({ student_id, points, decisions, given_by }) => {
    const own = readings?.get(student_id);
    if (!worksWith(course, student_id) || (own && isSecond(own, course.person.id))) return [];
    return [
      {
        studentId: student_id,
        points: points!,
        decisions: fromJson(decisions),
        givenBy: given_by,
      },
    ];
  });
}

/** How what was given in a forum is spread, by evaluator. */
export async function givenSpread(
  db: Db,
  course: InCourse,
  forumId: string,
): Promise<AnswerOf<typeof getGiven>> {
  const given = await givenIn(db, course, forumId);
  const { maximum } = forumIn(course.setup, forumId).forum.evaluation!;
  const evaluators = [...new Set(given.map(({ givenBy }) => givenBy))];
  const of = (who: string | null) =>
    distributionOf(
      given.filter(({ givenBy }) => givenBy === who).map(({ points }) => points),
      maximum,
    );
  return {
    maximum,
    all: distributionOf(
      given.map(({ points }) => points),
      maximum,
    ),
    evaluators: evaluators
      .map((id) => ({
        name: (id && course.setup.names.get(id)?.name) ?? 'Someone',
        given: of(id),
      }))
      .sort((a, b) => b.given.count - a.given.count || (a.name < b.name ? -1 : 1)),
  };
}

/** Which posts something is judged by. */
function basisOf(part: Part, criterionId: string | undefined): Basis | null {
  if (part.kind === 'levels') return criterionId === undefined ? part.basis : null;
  if (part.kind !== 'rubric') return null;
  return part.criteria.find(({ id }) => id === criterionId)?.basis ?? null;
}

/** Students whose work was given one level, and the posts it was given for; the latest first, without the one at hand. */
export async function alike(
  db: Db,
  course: InCourse,
  forumId: string,
  asked: { part: string; criterion?: string | undefined; level: string; without?: string | undefined },
  now: number,
): Promise<AnswerOf<typeof listAlike>> {
  const { forum } = forumIn(course.setup, forumId);
  const part = forum.evaluation?.parts.find(({ id }) => id === asked.part);
  const basis = part ? basisOf(part, asked.criterion) : null;
  if (!part || basis === null) throw notFound();
  const decided = (decisions: Decisions) =>
    asked.criterion === undefined
      ? decisions.parts[part.id]
      : decisions.parts[part.id]?.criteria?.[asked.criterion];
  const same = (await givenIn(db, course, forumId)).filter(
    ({ studentId, decisions }) => studentId !== asked.without && decided(decisions)?.levelId === asked.level,
  );
  const opened = await openForumQuietly(db, course, forumId, now);
  const chosen = same.slice(0, MOST).map((each) => {
    const student = course.setup.students.get(each.studentId)!;
    const done = participationOf(opened.data, forum, student, now);
    return { ...each, posts: postsOf(basis, forum, done) };
  });
  const ids = chosen.flatMap(({ posts }) => posts.map(({ id }) => id));
  const rows =
    ids.length === 0
      ? []
      : await db
          .selectFrom('revision')
          .select(['post_id', 'html', 'words', 'number'])
          .where('post_id', 'in', ids)
          .orderBy('number')
          .execute();
  const latest = new Map(rows.map((row) => [row.post_id, row]));
  const isStruck = await struckIn(db, ids);
  const criterion =
    part.kind === 'rubric' ? part.criteria.find(({ id }) => id === asked.criterion) : undefined;
  return {
    of: same.length,
    students: chosen.map(({ studentId, points, decisions, posts }) => ({
      student: course.setup.names.get(studentId)!,
      points,
      here:
        part.kind === 'rubric' && criterion
          ? criterionPoints(part, criterion, decisions.parts[part.id]?.criteria?.[criterion.id])
          : null,
      comment: decisions.parts[part.id]?.criteria?.[asked.criterion ?? '']?.comment ?? null,
      posts: posts.map((post) => ({
        id: post.id,
        words: latest.get(post.id)?.words ?? 0,
        html: htmlForReader(latest.get(post.id)?.html ?? '', post.id, course, opened, isStruck, now),
      })),
    })),
  };
}

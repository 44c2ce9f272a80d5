import { fromJson, toJson } from '../db/json';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { isDeepStrictEqual } from 'node:util';
import type { BodyOf } from '../../contract/endpoint';
import type { ForumRules as Rules } from '../../contract/forumSettings';
import type { KeptGuide, saveGuide as endpoint } from '../../contract/guides';
import type { Part } from '../../core/course/evaluation';
import type { Guide } from '../../core/course/evaluation';
import { evaluationWith, guideOf } from '../../core/scoring/guide';
import type { InCourse } from '../course/setup/inCourse';
import type { Db, Trx } from '../db/open';
import type { Deps } from '../feature/deps';
import { conflict, notFound, wrongField } from '../refusals/problem';
import { forumForEdit } from '../course/forums/forumRow';
import { writeForum } from './saveForum';

/** The parts of a forum that are judged by a guide. */
function partsBy(course: InCourse, forumId: string, guideId: string): Part[] {
  const { evaluation } = course.setup.forums.get(forumId)!;
  return (evaluation?.parts ?? []).filter((part) => 'guideId' in part && part.guideId === guideId);
}

/** Whether a part is judged otherwise than its guide says by now. */
const differs = (part: Part, guide: Guide) =>
  !isDeepStrictEqual({ ...guideOf(part), title: '' }, { ...guide, title: '' });

/** The library of a course: one's own guides and those of the course, with the forums that use each. */
export async function guidesFor(db: Db, course: InCourse): Promise<KeptGuide[]> {
  const { setup, person } = course;
  const rows = await db
    .selectFrom('guide')
    .selectAll()
    .where('removed_at', 'is', null)
    .where((eb) =>
      eb.or([
        eb('course_id', '=', setup.id),
        eb.and([eb('course_id', 'is', null), eb('owner_id', '=', person.id)]),
      ]),
    )
    .orderBy('title')
    .orderBy('id')
    .execute();
  const counts = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['item.forum_id', (eb) => eb.fn.countAll<number>().as('given')])
    .where('item.course_id', '=', setup.id)
    .where('score.points', 'is not', null)
    .groupBy('item.forum_id')
    .execute();
  const given = new Map(counts.map((row) => [row.forum_id, row.given]));
  return rows.map((row): KeptGuide => {
    // The contract is what it was written by.
    const guide = fromJson(row.guide) as KeptGuide['guide'];
    const usedIn = [...setup.forums.values()].flatMap((forum) => {
      const parts = partsBy(course, forum.id, row.id);
      if (parts.length === 0) return [];
      const { title, version } = setup.cards.get(forum.id)!;
      return [
        {
          forumId: forum.id,
          title,
          version,
          published: forum.status === 'published',
          given: given.get(forum.id) ?? 0,
          differs: parts.some((part) => differs(part, guide)),
        },
      ];
    });
    return {
      id: row.id,
      guide,
      of: row.course_id === null ? 'mine' : 'course',
      version: row.version,
      usedIn,
    };
  });
}

/** A guide's row, where it is of this course or one's own. */
async function rowOf(trx: Trx, course: InCourse, guideId: string) {
  const row = await trx.selectFrom('guide').selectAll().where('id', '=', guideId).executeTakeFirst();
  if (!row) return null;
  const mine = row.course_id === null ? row.owner_id === course.person.id : row.course_id === course.setup.id;
  if (!mine || row.removed_at !== null) throw notFound();
  return row;
}

/**
 * Keeps a guide in the library. Forums that are named are judged by it from then on, all or none; what becomes of their given scores is
 * said for each. Others keep what they took.
 */
export async function saveGuide(
  deps: Deps,
  course: InCourse,
  guideId: string,
  body: BodyOf<typeof endpoint>,
  now: number,
): Promise<void> {
  const { guide, version, forCourse, forums } = body;
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const before = await rowOf(trx, course, guideId);
    if ((before?.version ?? 0) !== version)
      throw conflict(
        before
          ? 'Someone has changed this in the library since you opened it. What you typed is still here; reload to see theirs.'
          : 'This is no longer in the library.',
        before && fromJson(before.guide),
      );
    const columns = {
      course_id: forCourse ? course.setup.id : null,
      kind: guide.kind,
      title: guide.title,
      guide: toJson(guide),
      version: version + 1,
      at: now,
    };
    await trx
      .insertInto('guide')
      .values({ id: guideId, owner_id: course.person.id, removed_at: null, ...columns })
      .onConflict((oc) => oc.column('id').doUpdateSet(columns))
      .execute();
    for (const forum of forums) {
      if (!course.setup.forums.has(forum.id) || partsBy(course, forum.id, guideId).length === 0)
        throw wrongField('forums', 'Choose forums that use it. Reload to see which do.');
      const { settings } = await forumForEdit(trx, course.setup.id, forum.id);
      const evaluation = evaluationWith(settings.rules.evaluation!, guideId, guide) as Rules['evaluation'];
      const next = { ...settings, rules: { ...settings.rules, evaluation } };
      const asked = { version: forum.version, settings: next, publish: false, confirmed: true };
      await writeForum(change, course, forum.id, { ...asked, scores: forum.scores });
    }
  });
}

/** Throws a guide away; forums keep what they took from it. */
export async function dropGuide(
  deps: Keeping,
  course: InCourse,
  guideId: string,
  now: number,
): Promise<void> {
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    if ((await rowOf(trx, course, guideId)) === null) throw notFound();
    await trx.updateTable('guide').set({ removed_at: now }).where('id', '=', guideId).execute();
  });
}

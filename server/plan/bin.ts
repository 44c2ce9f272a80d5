import { changeCourse } from '../course/change/changeCourse';
import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type * as contract from '../../contract/plan';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { conflict, notFound, Problem } from '../refusals/problem';
import { forumForEdit, recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';

/** What a forum holds: posts of students and given scores. */
export async function holdings(deps: Pick<Deps, 'db'>, courseId: string) {
  const rows = await deps.db
    .selectFrom('forum')
    .select((eb) => [
      'forum.id',
      'forum.title',
      'forum.removed_at',
      'forum.version',
      eb
        .selectFrom('post')
        .select((e) => e.fn.countAll<number>().as('n'))
        .whereRef('post.forum_id', '=', 'forum.id')
        .as('posts'),
      eb
        .selectFrom('score')
        .innerJoin('item', 'item.id', 'score.item_id')
        .select((e) => e.fn.countAll<number>().as('n'))
        .whereRef('item.forum_id', '=', 'forum.id')
        .where('score.points', 'is not', null)
        .as('scores'),
    ])
    .where('course_id', '=', courseId)
    .where('removed_at', 'is not', null)
    .orderBy('removed_at', 'desc')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    title: row.title,
    removedAt: row.removed_at!,
    version: row.version,
    posts: row.posts ?? 0,
    scores: row.scores ?? 0,
  }));
}

/**
 * Puts forums in the bin with all they hold, or brings them back, all or none. A forum that waits for one of them, and does
 * not go along, is named first.
 *
 * @returns the versions they have now
 */
export async function setForumsRemoved(
  deps: Deps,
  course: InCourse,
  { forums, removed }: BodyOf<typeof contract.setForumsRemoved>,
  now: number,
): Promise<AnswerOf<typeof contract.setForumsRemoved>['versions']> {
  const { setup } = course;
  const together = new Set(forums.map(({ id }) => id));
  const versions: Record<string, number> = {};
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    for (const { id, version } of forums) {
      const row = await trx
        .selectFrom('forum')
        .selectAll()
        .where('id', '=', id)
        .where('course_id', '=', setup.id)
        .executeTakeFirst();
      if (!row) throw notFound();
      versions[id] = row.version;
      if ((row.removed_at !== null) === removed) continue;
      if (row.version !== version)
        throw conflict(
          `Someone else has changed “${row.title}” since you opened it.`,
          row.removed_at === null ? await forumForEdit(trx, setup.id, id) : null,
        );
      const waits = [...setup.forums.values()].find(
        (forum) => !together.has(forum.id) && forum.prerequisites.some(({ forumId }) => forumId === id),
      );
      if (removed && waits)
        throw new Problem(
          409,
          'inUse',
          `“${setup.cards.get(waits.id)!.title}” waits for “${row.title}”; change its prerequisites first.`,
        );
      versions[id] = row.version + 1;
      await trx
        .updateTable('forum')
        .set({ removed_at: removed ? now : null, version: versions[id] })
        .where('id', '=', id)
        .execute();
      const what = removed ? 'forum.removed' : 'forum.restored';
      await recordForum(change, course, id, what, recordedState(row));
    }
  });
  return versions;
}

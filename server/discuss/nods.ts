import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { mayDo } from '../../core/access/mayDo';
import type { InCourse } from '../course/setup/inCourse';
import { wrongField } from '../refusals/problem';
import { openForum, readablePost } from '../course/access/openForum';
import { allowedOrRefuse } from '../course/access/allowedOrRefuse';

/** Nods to a post or rates it, changes that, or takes it back with null. (rules §3) */
export function setNod(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  value: number | null,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { place } = readablePost(opened, postId);
    const { approve } = opened.forum.allowed;
    if (approve === 'off') allowedOrRefuse({ yes: false, reason: { code: 'forumRule' } }, opened.date);
    allowedOrRefuse(
      mayDo(opened.forum, opened.access, { do: approve === 'nods' ? 'nod' : 'rate', place }, now),
      opened.date,
    );
    const kind = approve === 'nods' ? 'nod' : 'rating';
    if (approve === 'nods' && value !== null && value !== 1) throw wrongField('value', 'A nod is 1.');
    const standing = await trx
      .selectFrom('nod')
      .select('value')
      .where('post_id', '=', postId)
      .where('person_id', '=', course.person.id)
      .where('kind', '=', kind)
      .where('ended_at', 'is', null)
      .executeTakeFirst();
    if ((standing?.value ?? null) === value) return;
    await trx
      .updateTable('nod')
      .set({ ended_at: now })
      .where('post_id', '=', postId)
      .where('person_id', '=', course.person.id)
      .where('kind', '=', kind)
      .where('ended_at', 'is', null)
      .execute();
    if (value !== null)
      await trx
        .insertInto('nod')
        .values({ post_id: postId, person_id: course.person.id, value, at: now, ended_at: null, kind })
        .execute();
  });
}

import { changeCourse } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { wrongField } from '../refusals/problem';
import { forumRow, recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';

interface Order {
  readonly units: readonly string[];
  readonly forums: readonly { id: string; unitId: string | null }[];
  readonly pinned: readonly string[];
}

const sameIds = (a: readonly string[], b: Iterable<string>) => {
  const left = new Set(a);
  const right = new Set(b);
  return a.length === left.size && left.size === right.size && [...left].every((id) => right.has(id));
};

/** Puts units and forums in an order, and some forums on top. */
export async function orderForums(deps: Deps, course: InCourse, order: Order, now: number): Promise<void> {
  const { setup } = course;
  if (
    !sameIds(
      order.units,
      setup.units.map(({ id }) => id),
    )
  )
    throw wrongField(
      'units',
      'Someone else has changed the units meanwhile. Reload the plan, then order again.',
    );
  if (
    !sameIds(
      order.forums.map(({ id }) => id),
      setup.forums.keys(),
    )
  )
    throw wrongField(
      'forums',
      'Someone else has changed the forums meanwhile. Reload the plan, then order again.',
    );
  const units = new Set(order.units);
  for (const { unitId } of order.forums)
    if (unitId !== null && !units.has(unitId)) throw wrongField('forums', 'Choose units of this course.');
  if (order.pinned.some((id) => !setup.forums.has(id)))
    throw wrongField('pinned', 'Choose forums of this course.');
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    for (const [position, id] of order.units.entries())
      await trx.updateTable('unit').set({ position }).where('id', '=', id).execute();
    for (const [position, { id, unitId }] of order.forums.entries()) {
      const row = await forumRow(trx, setup.id, id);
      const at = order.pinned.indexOf(id);
      const pinned = at < 0 ? null : at;
      const moves = row.unit_id !== unitId;
      await trx
        .updateTable('forum')
        .set({ position, pinned, unit_id: unitId, version: row.version + (moves ? 1 : 0) })
        .where('id', '=', id)
        .execute();
      if (moves || row.pinned !== pinned)
        await recordForum(change, course, id, 'forum.arranged', recordedState(row));
    }
    await change.record('plan.arranged', { of: 'plan' }, { after: order });
  });
}

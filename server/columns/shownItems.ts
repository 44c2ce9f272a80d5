import type { Item } from '../../core/gradebook/gradebook';
import type { CourseSetup } from '../course/setup/courseCache';
import { notFound } from '../refusals/problem';

/** Items that stand in the gradebook: fed by a published forum that is evaluated, in the order of the plan, then those made by hand. */
export function shownItems(setup: CourseSetup): Item[] {
  const order = new Map([...setup.forums.keys()].map((id, index) => [id, index]));
  return setup.gradebook.items
    .filter((item) => {
      const forum = item.forumId === null ? null : setup.forums.get(item.forumId);
      return forum === null || (forum?.status === 'published' && forum.evaluation !== null);
    })
    .sort((a, b) => (order.get(a.forumId ?? '') ?? 1e9) - (order.get(b.forumId ?? '') ?? 1e9));
}

/** An item that stands in the gradebook; 404 where there is none. */
export function shownItem(setup: CourseSetup, itemId: string): Item {
  const item = shownItems(setup).find(({ id }) => id === itemId);
  if (!item) throw notFound();
  return item;
}

import type { z } from 'zod';
import type { orderForums, PlanView } from '../../../contract/plan';

/** The order of a plan, as it is sent: units, forums with the unit they stand in, and what is pinned on top. */
export type PlanOrder = z.input<typeof orderForums.body>;

/** What is pinned on top, in its order. */
export const pinnedIn = (plan: PlanView): string[] =>
  plan.forums
    .filter(({ pinned }) => pinned !== null)
    .sort((a, b) => a.pinned! - b.pinned!)
    .map(({ id }) => id);

/** The order in which a plan stands. */
export function orderOf(plan: PlanView, units: readonly { readonly id: string }[]): PlanOrder {
  const of = (unit: string | null) =>
    plan.forums.filter(({ unitId }) => unitId === unit).map(({ id }) => ({ id, unitId: unit }));
  return {
    units: units.map(({ id }) => id),
    forums: [...of(null), ...units.flatMap(({ id }) => of(id))],
    pinned: pinnedIn(plan),
  };
}

/** An order with one forum right above another of its unit. */
export function movedAbove(order: PlanOrder, forum: string, above: string): PlanOrder {
  const moved = order.forums.find(({ id }) => id === forum);
  const others = order.forums.filter(({ id }) => id !== forum);
  const at = others.findIndex(({ id }) => id === above);
  return moved && at >= 0
    ? { ...order, forums: [...others.slice(0, at), moved, ...others.slice(at)] }
    : order;
}

/** What a forum of a plan is called. */
export const titleIn =
  (plan: PlanView) =>
  (forum: string): string =>
    plan.forums.find(({ id }) => id === forum)?.title ?? 'another forum';

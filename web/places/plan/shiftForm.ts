import { z } from 'zod';
import type { Shift } from '../../../core/plan/shiftPlan';
import { fromWallClock } from '../../../core/time/wallClock';
import { refuse } from '../../forms/readInto';

const typed = z.object({
  which: z.enum(['from', 'forums']),
  /** A day, from which on everything is shifted. */
  from: z.string(),
  forumIds: z.array(z.string()),
  /** Empty for everyone. */
  section: z.string(),
  count: z.string(),
  /** Days in one of what is counted. */
  unit: z.enum(['1', '7']),
  ownTermsToo: z.boolean(),
  toClassDays: z.boolean(),
});
export type TypedShift = z.infer<typeof typed>;

/** The first instant of a day; null where there is no such day. */
function startOf(day: string, zone: string): number | null {
  try {
    return fromWallClock(`${day}T00:00`, zone);
  } catch {
    return null;
  }
}

/** Reads what is to be shifted from what the dialog holds. */
export function shiftForm(zone: string, allForums: readonly string[]) {
  return typed.transform(
    ({ which, from, forumIds, section, count, unit, ownTermsToo, toClassDays }, context): Shift => {
      const isNumber = /^-?\d{1,3}$/.test(count.trim());
      if (!isNumber)
        refuse(context, ['count'], 'Write a whole number of days or weeks; a minus sign moves earlier.');
      const day = startOf(from, zone);
      if (which === 'from' && day === null)
        refuse(context, ['from'], 'Choose the day from which dates are shifted.');
      return {
        days: isNumber ? Number(count) * Number(unit) : 0,
        from: which === 'from' ? day : null,
        forumIds: which === 'from' ? allForums : forumIds,
        sectionId: section || null,
        ownTermsToo,
        toClassDays,
      };
    },
  );
}

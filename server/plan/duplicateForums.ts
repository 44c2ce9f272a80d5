import type { Instant } from '../../core/time/instant';
import { freeDaysBy, toClassDay } from '../../core/plan/classDays';
import { mapDates, shiftDays } from '../../core/plan/mapDates';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { wrongField } from '../refusals/problem';
import { forumRow, settingsOf } from '../course/forums/forumRow';
import { saveForum } from './saveForum';

/**
 * Duplicates forums as drafts with all dates moved by days of the course's calendar. A forum that waits for another of
 * those duplicated waits for its copy. Own terms of one student stay with the original; those of sections and groups go
 * along.
 */
export async function duplicateForums(
  deps: Deps,
  course: InCourse,
  order: {
    copies: readonly { from: string; to: string }[];
    unitId: string | null;
    days: number;
    toClassDays: boolean;
  },
  now: number,
): Promise<void> {
  const { setup } = course;
  if (order.unitId !== null && !setup.units.some(({ id }) => id === order.unitId))
    throw wrongField('unitId', 'Choose a unit of this course.');
  const freeDays = freeDaysBy(setup.freeDays);
  const copyOf = new Map(order.copies.map(({ from, to }) => [from, to]));
  const place = [...setup.forums.keys()];
  const copies = [...order.copies].sort((a, b) => place.indexOf(a.from) - place.indexOf(b.from));
  const done = new Set<string>();
  for (const { from, to } of copies) {
    const row = await forumRow(deps.db, setup.id, from);
    const settings = settingsOf(row, null);
    const move = (at: Instant) => {
      const moved = shiftDays(at, order.days, setup.zone);
      return order.toClassDays ? toClassDay(moved, setup.zone, freeDays) : moved;
    };
    const rules = mapDates(settings.rules, move);
    const fresh = await deps.courses.get(deps.db, setup.id);
    await saveForum(
      deps,
      { ...course, setup: fresh! },
      to,
      {
        version: 0,
        settings: {
          ...settings,
          title: order.unitId === row.unit_id || order.unitId === null ? `${row.title} (copy)` : row.title,
          unitId: order.unitId ?? row.unit_id,
          rules: {
            ...rules,
            ownTerms: rules.ownTerms.filter(({ targets }) => targets.kind !== 'students'),
            prerequisites: rules.prerequisites.map((prerequisite) => {
              const copy = copyOf.get(prerequisite.forumId);
              return copy !== undefined && done.has(copy) ? { ...prerequisite, forumId: copy } : prerequisite;
            }),
          },
        },
        publish: false,
        confirmed: true,
      },
      now,
    );
    done.add(to);
  }
}

import { lateFrom } from '../time/dueDate';
import { startsAt } from '../time/minute';
import type { Check, Member } from './check';
import { finding } from './finding';
import { membersBySpace } from './membersBySpace';

/** When a member can first post: the later of the two dates that open; -Infinity without one. */
function opensFor({ terms: { dates } }: Member): number {
  return Math.max(
    dates.visibleFrom === null ? -Infinity : startsAt(dates.visibleFrom),
    dates.postingFrom === null ? -Infinity : startsAt(dates.postingFrom),
  );
}

/**
 * Warning: a space of which fewer than D others can post before a student's replies are due, so that there are not enough
 * people to answer in time. (rules §8)
 */
export const tooFewCanPost: Check = (context) => {
  const { forum } = context;
  if (forum.readers === 'staff') return [];
  return [...membersBySpace(context)].flatMap(([space, inside]) => {
    const opens = inside.map(opensFor).sort((a, b) => a - b);
    const short = inside.filter((member) => {
      const { different } = member.terms.numbers;
      const { repliesDue } = member.ask;
      // A space that is too small altogether is told of as such.
      if (different === 0 || repliesDue === null || inside.length < different + 1) return false;
      const due = lateFrom(repliesDue, forum.graceMinutes);
      // In order of time: enough others open in time where the one after the last needed does.
      const needed = different + (opensFor(member) < due ? 1 : 0);
      return opens[needed - 1]! >= due;
    });
    if (short.length === 0) return [];
    const different = Math.max(...short.map(({ terms }) => terms.numbers.different));
    return [finding('warning', 'tooFewCanPost', 'required', { of: short, params: { space, different } })];
  });
};

import type { Participation } from '../participation/participationOf';
import type { Slot } from '../participation/slot';
import type { CalendarDate } from './entry';

/**
 * Whether a required post or review is due by a date of its forum: initial posts, replies and reviews by theirs, an attachment with the
 * post it belongs to, posts of any kind by the last. (rules §5, §10)
 *
 * @example isDueBy(slot, participation, 'initialDue')
 */
export function isDueBy(
  { kind, due }: Slot,
  { initialDue, repliesDue }: Pick<Participation, 'initialDue' | 'repliesDue'>,
  date: CalendarDate,
): boolean {
  switch (kind) {
    case 'initial':
      return date === 'initialDue';
    case 'reply':
      return date === 'repliesDue';
    case 'review':
      return date === 'reviewsDue';
    case 'attachment':
      return date === (due === initialDue ? 'initialDue' : 'repliesDue');
    case 'post':
      return date === (due === repliesDue ? 'repliesDue' : 'initialDue');
  }
}

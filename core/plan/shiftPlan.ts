import type { DateName, DateTerm, Forum, Schedule } from '../course/forum';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { ownTermsOf, withDatesFor } from './ownTermsOf';
import type { CalendarDay } from '../time/calendarDay';
import { freeDayAt, toClassDay } from './classDays';
import { mapDates, shiftDays, type DatedRules } from './mapDates';

/** What is to be shifted. */
export interface Shift {
  /** Whole days, may be negative. */
  readonly days: number;
  /** Only dates at or after this instant; null for all. */
  readonly from: Instant | null;
  /** The forums concerned. */
  readonly forumIds: readonly Id[];
  /** Only for this section, by own terms; null for everyone. */
  readonly sectionId: Id | null;
  /** Whether own terms move along; only for everyone. */
  readonly ownTermsToo: boolean;
  /** Whether what would fall on a day without classes goes on to the next with. */
  readonly toClassDays: boolean;
}

/** A date before and after. */
export interface ShiftedDate {
  readonly name: DateName;
  /** The own terms it belongs to; null for the forum's own. */
  readonly ownTerms: Id | null;
  readonly before: Instant;
  readonly after: Instant;
  /** What the day without classes is called that it falls on, or would without going on; null: none. */
  readonly freeDay: string | null;
}

/** One forum as it would be, with every date that moves. */
export interface ShiftedForum {
  readonly forumId: Id;
  readonly rules: DatedRules;
  readonly dates: readonly ShiftedDate[];
}

const NAMES: readonly DateName[] = [
  'visibleFrom',
  'postingFrom',
  'initialDue',
  'repliesDue',
  'reviewsDue',
  'postingUntil',
  'visibleUntil',
];

function sectionDates(forum: Forum, sectionId: Id): Schedule {
  const own = ownTermsOf(forum, { kind: 'sections', id: sectionId });
  const entries = NAMES.map((name) => {
    const term = own?.dates[name];
    return [
      name,
      term !== undefined && typeof term === 'object' && 'at' in term ? term.at : forum.schedule[name],
    ];
  });
  return Object.fromEntries(entries) as unknown as Schedule;
}

/**
 * Shifts dates of forums by days of the course's calendar, wall-clock times kept also across a clock change: of everyone,
 * own terms along or not; or of one section, by own terms of that section. Forums in which nothing moves are left out.
 *
 * @param freeDays days without classes, by the day
 * @param newId makes ids of own terms that have to be made
 */
export function shiftPlan(
  forums: readonly Forum[],
  shift: Shift,
  zone: string,
  freeDays: ReadonlyMap<CalendarDay, string>,
  newId: () => Id,
): ShiftedForum[] {
  const result: ShiftedForum[] = [];
  const moves = (at: Instant) => shift.from === null || at >= shift.from;
  const shifted = (at: Instant) => shiftDays(at, shift.days, zone);
  const move = (at: Instant) => {
    if (!moves(at)) return at;
    return shift.toClassDays ? toClassDay(shifted(at), zone, freeDays) : shifted(at);
  };
  const dateOf = (name: DateName, ownTerms: Id | null, before: Instant): ShiftedDate => ({
    ...{ name, ownTerms, before },
    after: move(before),
    freeDay: freeDayAt(shifted(before), zone, freeDays),
  });
  for (const forum of forums) {
    if (!shift.forumIds.includes(forum.id)) continue;
    const dates: ShiftedDate[] = [];
    let rules: DatedRules;
    if (shift.sectionId !== null) {
      const said: Partial<Record<DateName, DateTerm>> = {};
      const before = sectionDates(forum, shift.sectionId);
      for (const name of NAMES) {
        const at = before[name];
        if (at === null || !moves(at)) continue;
        said[name] = { at: move(at) };
        dates.push(dateOf(name, null, at));
      }
      rules = {
        schedule: forum.schedule,
        seal: forum.seal,
        review: forum.review,
        ownTerms:
          dates.length === 0
            ? forum.ownTerms
            : withDatesFor(forum, { kind: 'sections', id: shift.sectionId }, said, newId),
      };
    } else {
      rules = mapDates(forum, move, { ownTermsToo: shift.ownTermsToo });
      for (const name of NAMES) {
        const at = forum.schedule[name];
        if (at !== null && moves(at)) dates.push(dateOf(name, null, at));
      }
      if (shift.ownTermsToo)
        for (const own of forum.ownTerms)
          for (const name of NAMES) {
            const term = own.dates[name];
            if (term === undefined || typeof term !== 'object' || !('at' in term) || !moves(term.at))
              continue;
            dates.push(dateOf(name, own.id, term.at));
          }
    }
    if (dates.length > 0 && shift.days !== 0)
      result.push({
        forumId: forum.id,
        rules: {
          schedule: rules.schedule,
          ownTerms: rules.ownTerms,
          seal: rules.seal,
          review: rules.review ?? forum.review,
          evaluation: rules.evaluation ?? forum.evaluation,
        },
        dates,
      });
  }
  return result;
}

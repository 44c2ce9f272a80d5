import type { DateName, DateTerm, Forum, OwnTerms, Schedule } from '../course/forum';
import type { Instant } from '../time/instant';
import { addDays } from '../time/calendarDay';
import { fromWallClock, toWallClock } from '../time/wallClock';

/**
 * What of a forum holds dates: its schedule, its own terms, a seal that lifts at an instant, the moment at which it is decided who reviews
 * whom, the last day for another look.
 */
export type DatedRules = Pick<Forum, 'schedule' | 'ownTerms' | 'seal'> &
  Partial<Pick<Forum, 'evaluation' | 'review'>>;

/** The last day for asking for another look; null where there is none. */
export const lookUntil = ({ evaluation }: Partial<Pick<Forum, 'evaluation'>>): Instant | null =>
  evaluation?.lookAgain?.until ?? null;

/** Moves every date of a schedule; absent dates stay absent. */
export function mapSchedule(schedule: Schedule, move: (at: Instant) => Instant): Schedule {
  const mapped = Object.entries(schedule).map(([name, at]) => [
    name,
    at === null ? null : move(at as Instant),
  ]);
  return Object.fromEntries(mapped) as unknown as Schedule;
}

/** Moves the instants that own terms name; *none* and *plus* stay as they are. (rules §2) */
export function mapOwnTerms(own: OwnTerms, move: (at: Instant) => Instant): OwnTerms {
  const dates = Object.entries(own.dates) as [DateName, DateTerm][];
  return {
    ...own,
    dates: Object.fromEntries(
      dates.map(([name, term]) => [
        name,
        typeof term === 'object' && 'at' in term ? { at: move(term.at) } : term,
      ]),
    ),
  };
}

/**
 * A forum's rules with every date moved: the seven of its schedule, those its own terms name, the instant at which its seal
 * lifts, the one at which it is decided who reviews whom, and the last day for asking for another look.
 *
 * @param ownTermsToo whether own terms move with the forum
 * @example mapDates(rules, (at) => shiftDays(at, 7, zone))
 */
export function mapDates<R extends DatedRules>(
  rules: R,
  move: (at: Instant) => Instant,
  { ownTermsToo = true } = {},
): R {
  const lift = rules.seal?.lift;
  const until = lookUntil(rules);
  const pairAt = rules.review?.pairAt ?? null;
  return {
    ...rules,
    schedule: mapSchedule(rules.schedule, move),
    ownTerms: ownTermsToo ? rules.ownTerms.map((own) => mapOwnTerms(own, move)) : rules.ownTerms,
    seal:
      rules.seal !== null && typeof lift === 'object'
        ? { ...rules.seal, lift: { at: move(lift.at) } }
        : rules.seal,
    ...(pairAt !== null && { review: { ...rules.review!, pairAt: move(pairAt) } }),
    ...(until !== null && {
      evaluation: { ...rules.evaluation!, lookAgain: { until: move(until) } },
    }),
  };
}

/**
 * The instant a number of days later by the course's calendar: the wall-clock time stays, also across a clock change.
 * (rules §1)
 *
 * @param days whole days, may be negative
 * @example shiftDays(at, 7, 'Europe/Lisbon')
 */
export function shiftDays(at: Instant, days: number, zone: string): Instant {
  const [day, time] = toWallClock(at, zone).split('T') as [string, string];
  return fromWallClock(`${addDays(day, days)}T${time}`, zone);
}

/** The instant at which another zone's clocks show what this zone's show now. (rules §1, changing the course's zone) */
export function keepWallClock(at: Instant, from: string, to: string): Instant {
  return fromWallClock(toWallClock(at, from), to);
}

import { shiftDays } from '../../../../core/plan/mapDates';
import { inSpans, type FreeDay } from '../../../../core/plan/classDays';
import { addDays, mondayOf } from '../../../../core/time/calendarDay';
import { DAY } from '../../../../core/time/instant';
import { fromWallClock, toWallClock } from '../../../../core/time/wallClock';
import { shortDay } from '../../../../words/dates';
import { placeIn } from './TermStrip';

interface Term {
  readonly from: number;
  readonly to: number;
  readonly zone: string;
  /** Mondays of weeks without classes. */
  readonly free: readonly string[];
}

/** When each week of a term begins, and whether it is without classes. */
function weeksOf({ from, to, zone, free }: Term): { at: number; isFree: boolean }[] {
  return Array.from({ length: Math.ceil((to - from) / (7 * DAY)) }, (_, week) => {
    const at = shiftDays(from, week * 7, zone);
    return { at, isFree: free.includes(mondayOf(toWallClock(at, zone).slice(0, 10))) };
  });
}

/** The weeks of a term as the heads of its columns. */
export function WeekHeads(term: Term) {
  return (
    <div className="relative h-7" aria-hidden>
      {weeksOf(term).map(({ at, isFree }, week) => (
        <span
          key={week}
          className="ruled num absolute top-0 h-full border-l pl-2 text-xs whitespace-nowrap"
          style={{ left: `${placeIn(term, at)}%` }}
        >
          <b>{week + 1}</b> <span className="quiet">{shortDay(at + DAY / 2, term.zone)}</span>
          {isFree && <span className="quiet"> · no classes</span>}
        </span>
      ))}
    </div>
  );
}

/** Days without classes, hatched over all rows; those that follow one another in one piece. */
export function FreeDays(term: Pick<Term, 'from' | 'to' | 'zone'> & { readonly days: readonly FreeDay[] }) {
  return (
    <>
      {inSpans(term.days.map(({ day }) => ({ day, title: '' })))
        .map(({ from, to }) => ({
          at: Math.max(term.from, fromWallClock(`${from}T00:00`, term.zone)),
          until: Math.min(term.to, fromWallClock(`${addDays(to, 1)}T00:00`, term.zone)),
        }))
        .filter(({ at, until }) => until > at)
        .map(({ at, until }) => {
          const left = placeIn(term, at);
          return (
            <span
              key={at}
              className="absolute inset-y-0 opacity-60"
              style={{
                left: `${left}%`,
                width: `${placeIn(term, until) - left}%`,
                background: 'repeating-linear-gradient(135deg, var(--rule) 0 1px, transparent 1px 7px)',
              }}
            />
          );
        })}
    </>
  );
}

import { useState } from 'react';
import type { CalendarEntry } from '../../../contract/calendar';
import { addDays, type CalendarDay } from '../../../core/time/calendarDay';
import { weekOfTerm } from '../../../core/time/weekOfTerm';
import { dayWords } from '../../../words/dates';
import { plural } from '../../../words/numbers';
import { DateLine } from './DateLine';
import { datedDays, datedWeeks, type DatedDay } from './datedDays';

/** A day in words that is no instant: of no zone. */
const wordsOf = (day: CalendarDay, today: CalendarDay) =>
  dayWords(Date.parse(`${day}T12:00Z`), 'UTC', Date.parse(`${today}T12:00Z`));

function Day({
  of: { day, entries },
  today,
  ...line
}: {
  of: DatedDay;
  today: CalendarDay;
  isStaff: boolean;
  namesCourse: boolean;
}) {
  return (
    <section
      aria-label={wordsOf(day, today)}
      className="ruled grid gap-x-4 border-b py-2 last:border-0 sm:grid-cols-[7.5rem_1fr]"
    >
      <h3 className={`num py-1.5 font-sans text-[0.95rem] ${day === today ? 'font-bold' : 'font-normal'}`}>
        {wordsOf(day, today)}
        {day === today && <span className="quiet block text-sm font-normal">today</span>}
      </h3>
      <ul>
        {entries.map((entry) => (
          <DateLine key={`${entry.course.id} ${entry.key}`} entry={entry} {...line} />
        ))}
      </ul>
    </section>
  );
}

/** The dates of a term week by week, from this week on; what is past is shown when it is asked for. */
export function DateList({
  entries,
  today,
  term,
  ...line
}: {
  entries: readonly CalendarEntry[];
  today: CalendarDay;
  /** null where several courses stand together. */
  term: { readonly firstDay: CalendarDay; readonly lastDay: CalendarDay } | null;
  isStaff: boolean;
  namesCourse: boolean;
}) {
  const [withPast, setWithPast] = useState(false);
  const days = datedDays(entries);
  const past = days.filter(({ day }) => day < today);
  const shown = withPast ? days : days.filter(({ day }) => day >= today);
  const gone = past.reduce((sum, each) => sum + each.entries.length, 0);
  return (
    <>
      {gone > 0 && (
        <button
          type="button"
          className="link-plain mt-4 text-sm"
          aria-expanded={withPast}
          onClick={() => setWithPast(!withPast)}
        >
          {withPast ? 'From today on' : `Show ${plural(gone, 'earlier date')}`}
        </button>
      )}
      {shown.length === 0 && <p className="quiet py-6">No dates from today on.</p>}
      {datedWeeks(shown).map(({ monday, days: inWeek }) => {
        const week = term && weekOfTerm(inWeek[0]!.day, term);
        return (
          <section key={monday} aria-label={`The week from ${wordsOf(monday, today)}`} className="mt-6">
            <h2 className="ruled border-b pb-1 font-sans text-[0.95rem] font-bold">
              {week !== null && `Week ${week} `}
              <span className={week === null ? '' : 'quiet font-normal'}>
                {wordsOf(monday, today)} to {wordsOf(addDays(monday, 6), today)}
              </span>
            </h2>
            {inWeek.map((each) => (
              <Day key={each.day} of={each} today={today} {...line} />
            ))}
          </section>
        );
      })}
    </>
  );
}

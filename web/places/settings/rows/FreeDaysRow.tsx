import { X } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Controller } from 'react-hook-form';
import { inSpans, type FreeDay } from '../../../../core/plan/classDays';
import { isDay } from '../../../../core/time/isDay';
import { addDays, daysBetween } from '../../../../core/time/calendarDay';
import { FormRow } from '../../../forms/FormRow';
import { DateInput } from '../../../ui/dates/DateInput';
import { Problem } from '../../../ui/Problem';
import { dayName, spanName, withDays, withoutDays } from '../freeSpans';
import { weeksOf } from '../settingsForm';
import { FIELD, useSettings } from '../useSettings';

const HolidayDialog = lazy(async () => ({ default: (await import('../HolidayDialog')).HolidayDialog }));

/** So many days are added in one piece at most. */
const MOST = 100;

/** A day or several, and what they are called. */
function AddDays({ add }: { add: (from: string, to: string, title: string) => void }) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const submit = () => {
    const until = to === '' ? from : to;
    if (!isDay(from) || !isDay(until)) return setProblem('Enter the day, or the first and the last day.');
    if (until < from) return setProblem('The last day comes before the first.');
    if (daysBetween(from, until) >= MOST) return setProblem(`Add at most ${MOST} days at once.`);
    add(from, until, title.trim());
    setFrom('');
    setTo('');
    setTitle('');
    setProblem(null);
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <DateInput
          withTime={false}
          aria-label="First day without classes"
          value={from}
          onChange={({ target }) => setFrom(target.value)}
        />
        to
        <DateInput
          withTime={false}
          aria-label="Last day without classes, if there are several"
          value={to}
          onChange={({ target }) => setTo(target.value)}
        />
        <input
          className={`${FIELD} w-44`}
          aria-label="What the day is called"
          placeholder="What it is called"
          maxLength={80}
          value={title}
          onChange={({ target }) => setTitle(target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            submit();
          }}
        />
        <button type="button" className="btn btn-sm h-9" onClick={submit}>
          Add
        </button>
      </div>
      <Problem className="text-sm">{problem}</Problem>
    </>
  );
}

/** Days without classes: whole weeks by a tick, single ones typed, or all of a college’s from its calendar file. */
export function FreeDaysRow() {
  const { error, control, values, canEdit } = useSettings();
  const [reading, setReading] = useState(false);
  const weeks = weeksOf(values.firstDay, values.lastDay);
  return (
    <Controller
      control={control}
      name="freeDays"
      render={({ field }) => {
        const days = field.value as FreeDay[];
        const has = new Set(days.map(({ day }) => day));
        const schoolDays = (monday: string) => [0, 1, 2, 3, 4].map((n) => addDays(monday, n));
        return (
          <FormRow label="Days without classes" id="free-days">
            <ul className="space-y-0.5">
              {inSpans(days).map(({ from, to, title }) => (
                <li key={from} className="flex flex-wrap items-center gap-x-2">
                  <span className="num">{spanName(from, to)}</span>
                  {title !== '' && <span className="quiet">{title}</span>}
                  {canEdit && (
                    <button
                      type="button"
                      className="btn btn-ghost btn-xs btn-square"
                      aria-label={`Remove ${spanName(from, to)}`}
                      onClick={() => field.onChange(withoutDays(days, from, to))}
                    >
                      <X className="size-3.5" aria-hidden />
                    </button>
                  )}
                </li>
              ))}
            </ul>
            {canEdit && (
              <>
                <AddDays add={(from, to, title) => field.onChange(withDays(days, from, to, title))} />
                <button type="button" className="link-plain text-sm" onClick={() => setReading(true)}>
                  Read a calendar file …
                </button>
              </>
            )}
            {error('freeDays')}
            {weeks.length > 0 && (
              <>
                <p className="quiet text-sm">Whole weeks, Monday to Friday:</p>
                <div className="flex flex-wrap gap-x-4 gap-y-2">
                  {weeks.map((monday, index) => (
                    <label key={monday} className="num flex items-center gap-1.5 text-sm">
                      <input
                        type="checkbox"
                        className="checkbox checkbox-sm"
                        disabled={!canEdit}
                        checked={schoolDays(monday).every((day) => has.has(day))}
                        onChange={(event) =>
                          field.onChange(
                            event.target.checked
                              ? withDays(days, monday, addDays(monday, 4), '')
                              : withoutDays(days, monday, addDays(monday, 4)),
                          )
                        }
                      />
                      {index + 1} <span className="quiet">{dayName(monday)}</span>
                    </label>
                  ))}
                </div>
              </>
            )}
            {reading && (
              <Suspense>
                <HolidayDialog
                  within={{ from: values.firstDay, to: values.lastDay }}
                  close={() => setReading(false)}
                  add={(holidays) =>
                    field.onChange(
                      holidays.reduce((all, { from, to, title }) => withDays(all, from, to, title), days),
                    )
                  }
                />
              </Suspense>
            )}
          </FormRow>
        );
      }}
    />
  );
}

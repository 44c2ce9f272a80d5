import { useState } from 'react';
import { HolidayFileError, holidaysIn, type Holiday } from '../../../core/formats/holidayFile';
import type { CalendarDay } from '../../../core/time/calendarDay';
import { plural } from '../../../words/numbers';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { spanName } from './freeSpans';

/** Reads days without classes from a college’s calendar file: each is ticked before it is taken. */
export function HolidayDialog({
  within,
  add,
  close,
}: {
  /** The term: nothing outside is shown. */
  within: { readonly from: CalendarDay; readonly to: CalendarDay };
  add: (holidays: readonly Holiday[]) => void;
  close: () => void;
}) {
  const [found, setFound] = useState<readonly Holiday[] | null>(null);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    setFound(null);
    setLeft(new Set());
    setProblem(null);
    try {
      const holidays = holidaysIn(await file.text(), within);
      setFound(holidays);
      if (holidays.length === 0)
        setProblem(
          'The file has no all-day events within this term. Check the dates of the term, or choose another file.',
        );
    } catch (error) {
      setProblem(
        error instanceof HolidayFileError ? error.message : 'The file could not be read. Choose it again.',
      );
    }
  };
  const chosen = (found ?? []).filter((_, index) => !left.has(index));
  return (
    <Dialog title="Days without classes from a calendar file" onClose={close}>
      <p className="quiet">
        Colleges offer their holidays as a calendar file (.ics). Whole days of this term are shown; take those
        on which you hold no classes.
      </p>
      <input
        type="file"
        accept=".ics,text/calendar"
        aria-label="Calendar file"
        className="file-input file-input-sm mt-3 w-full"
        onChange={({ target }) => void read(target.files?.[0])}
      />
      <Problem className="mt-2">{problem}</Problem>
      {found !== null && found.length > 0 && (
        <>
          <ul className="mt-3 space-y-1" aria-label="Days in the file">
            {found.map(({ from, to, title }, index) => (
              <li key={index}>
                <label className="flex items-start gap-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm mt-0.5"
                    checked={!left.has(index)}
                    onChange={({ target }) => {
                      const next = new Set(left);
                      if (target.checked) next.delete(index);
                      else next.add(index);
                      setLeft(next);
                    }}
                  />
                  <span>
                    <span className="num">{spanName(from, to)}</span> <span className="quiet">{title}</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-primary mt-4"
            disabled={chosen.length === 0}
            onClick={() => {
              add(chosen.map((each) => ({ ...each, title: each.title.slice(0, 80) })));
              close();
            }}
          >
            Take {plural(chosen.length, 'entry', 'entries')}
          </button>
        </>
      )}
    </Dialog>
  );
}

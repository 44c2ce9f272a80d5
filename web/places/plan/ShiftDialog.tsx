import { useMemo, useState } from 'react';
import type { PlanView } from '../../../contract/plan';
import { shiftPlan } from '../../../core/plan/shiftPlan';
import { fromWallClock, toWallClock } from '../../../core/time/wallClock';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { dateWords } from '../../ui/dateWords';
import { Choice } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { plural } from '../../../words/numbers';
import { targetWords } from './planData';
import { DATE_WORDS } from '../../../words/schedule';
import type { Move } from './usePlanMoves';

/** Shifts dates by days or weeks: from a date on or of chosen forums, for everyone or one section; with every date before and after. */
export function ShiftDialog({
  plan,
  chosen,
  move,
  close,
}: {
  plan: PlanView;
  /** A forum to begin with, where one is selected. */
  chosen: string | null;
  move: (moves: readonly Move[], what: 'shifted', label: string) => Promise<boolean>;
  close: () => void;
}) {
  const course = useCourse();
  const now = useNow();
  const { zone } = course;
  const [which, setWhich] = useState<'from' | 'forums'>(chosen ? 'forums' : 'from');
  const [from, setFrom] = useState(() => toWallClock(now, zone).slice(0, 10));
  const [ids, setIds] = useState<readonly string[]>(chosen ? [chosen] : []);
  const [section, setSection] = useState('');
  const [count, setCount] = useState('7');
  const [unit, setUnit] = useState<'1' | '7'>('1');
  const [ownTermsToo, setOwnTermsToo] = useState(true);
  const [busy, setBusy] = useState(false);
  const days = /^-?\d{1,3}$/.test(count.trim()) ? Number(count) * Number(unit) : null;
  const fromAt = useMemo(() => {
    try {
      return fromWallClock(`${from}T00:00`, zone);
    } catch {
      return null;
    }
  }, [from, zone]);
  const shifted = useMemo(
    () =>
      days === null || (which === 'from' && fromAt === null)
        ? []
        : shiftPlan(
            plan.forums.map(({ forum }) => forum),
            {
              days,
              from: which === 'from' ? fromAt : null,
              forumIds: which === 'from' ? plan.forums.map(({ id }) => id) : ids,
              sectionId: section || null,
              ownTermsToo,
            },
            zone,
            newId,
          ),
    [plan, which, fromAt, ids, section, days, ownTermsToo, zone],
  );
  const dates = shifted.reduce((sum, forum) => sum + forum.dates.length, 0);
  const title = (id: string) => plan.forums.find((forum) => forum.id === id)?.title ?? '';
  const apply = async () => {
    setBusy(true);
    const who = section
      ? ` for ${course.sections.find(({ id }) => id === section)?.title ?? 'a section'}`
      : '';
    const done = await move(
      shifted.map(({ forumId, rules }) => ({ forumId, rules })),
      'shifted',
      `${plural(dates, 'date')} by ${plural(days ?? 0, 'day')}${who}`,
    );
    setBusy(false);
    if (done) close();
  };
  return (
    <Dialog title="Shift dates" onClose={close} wide>
      <div className="space-y-3">
        <div className="flex flex-wrap items-center gap-2">
          Shift
          <Choice
            label="What is shifted"
            value={which}
            choose={setWhich}
            options={[
              ['from', 'everything from a day on'],
              ['forums', 'chosen forums'],
            ]}
          />
          {which === 'from' && (
            <input
              type="date"
              className="input input-sm raised h-9 w-40"
              aria-label="From this day on"
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            />
          )}
          for
          <Choice
            label="For whom"
            value={section}
            choose={setSection}
            options={[
              ['', 'everyone'],
              ...course.sections.map(({ id, title: name }) => [id, `the ${name} section`] as const),
            ]}
          />
          by
          <input
            className="input input-sm raised num h-9 w-16 text-center"
            aria-label="How many"
            inputMode="numeric"
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
          <Choice
            label="Days or weeks"
            value={unit}
            choose={setUnit}
            options={[
              ['1', 'days'],
              ['7', 'weeks'],
            ]}
          />
        </div>
        {days === null && (
          <p className="text-sm text-error">
            Write a whole number of days or weeks; a minus sign moves earlier.
          </p>
        )}
        {which === 'forums' && (
          <div className="grid max-h-40 grid-cols-1 gap-x-4 overflow-y-auto sm:grid-cols-2">
            {plan.forums.map((forum) => (
              <label key={forum.id} className="flex items-center gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={ids.includes(forum.id)}
                  onChange={(event) =>
                    setIds(
                      event.target.checked ? [...ids, forum.id] : ids.filter((each) => each !== forum.id),
                    )
                  }
                />
                <span className="truncate">{forum.title}</span>
              </label>
            ))}
          </div>
        )}
        {section === '' ? (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={ownTermsToo}
              onChange={(event) => setOwnTermsToo(event.target.checked)}
            />
            Own terms move along
          </label>
        ) : (
          <p className="quiet text-sm">
            The section gets own terms in these forums; for everyone else nothing moves.
          </p>
        )}
      </div>
      <table className="mt-4 w-full text-left text-sm">
        <caption className="pb-1 text-left font-semibold">
          {dates === 0
            ? 'Nothing would move.'
            : `${plural(dates, 'date')} in ${plural(shifted.length, 'forum')} would move; times of day stay.`}
        </caption>
        <tbody>
          {shifted.flatMap((forum) =>
            forum.dates.map((date, index) => {
              const own = plan.forums
                .find(({ id }) => id === forum.forumId)
                ?.forum.ownTerms.find(({ id }) => id === date.ownTerms);
              return (
                <tr key={`${forum.forumId} ${date.ownTerms ?? ''} ${date.name}`}>
                  <th scope="row" className="ruled border-b py-1 pr-3 font-medium">
                    {index === 0 ? title(forum.forumId) : ''}
                  </th>
                  <td className="ruled quiet border-b py-1 pr-3">
                    {DATE_WORDS[date.name]}
                    {own && `, ${targetWords(own.targets, plan, course)}`}
                  </td>
                  <td className="ruled num quiet border-b py-1 pr-3 whitespace-nowrap line-through">
                    {dateWords(date.before, zone)}
                  </td>
                  <td className="ruled num border-b py-1 font-semibold whitespace-nowrap">
                    {dateWords(date.after, zone)}
                  </td>
                </tr>
              );
            }),
          )}
        </tbody>
      </table>
      <button
        type="button"
        className="btn btn-primary mt-5"
        disabled={dates === 0 || busy}
        onClick={() => void apply()}
      >
        Shift {plural(dates, 'date')}
      </button>
    </Dialog>
  );
}

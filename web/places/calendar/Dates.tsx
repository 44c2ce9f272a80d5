import { ArrowLeft } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { getCalendar, getOwnCalendar } from '../../../contract/calendar';
import { freeDaysBy } from '../../../core/plan/classDays';
import { addresses } from '../../../words/addresses';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useSession } from '../../data/session';
import { termDays } from '../../data/termDays';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { FailedPage } from '../../ui/FailedPage';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { dayOf } from './datedDays';
import { DateList } from './DateList';
import { DateMonth } from './DateMonth';
import { Subscribe } from './Subscribe';

/** A few choices in a row, one of them made. */
function OneOf<V extends string>({
  label,
  value,
  options,
  choose,
}: {
  label: string;
  value: V;
  options: readonly (readonly [V, string])[];
  choose: (value: V) => void;
}) {
  return (
    <div role="group" aria-label={label} className="join">
      {options.map(([each, words]) => (
        <button
          key={each}
          type="button"
          aria-pressed={each === value}
          className={`btn btn-sm join-item h-9 ${each === value ? 'btn-neutral' : 'raised ruled'}`}
          onClick={() => choose(each)}
        >
          {words}
        </button>
      ))}
    </div>
  );
}

/** What opens, what is due and what closes, as a list and as a month; and the way into one's own calendar. */
export function Dates() {
  const course = useCourse();
  const vantage = useVantage();
  const now = useNow();
  const { state } = useSession();
  const [search, setSearch] = useSearchParams();
  useTitle('Dates', course.title);
  const isStaff = course.role !== 'student';
  const asMonth = search.get('view') === 'month';
  const ofAll = search.get('of') === 'all' && vantage === null;
  const here = useApi(getCalendar, ofAll ? null : { course: course.id });
  const everywhere = useApi(getOwnCalendar, ofAll ? {} : null);
  const { data, error, mutate } = ofAll ? everywhere : here;
  const set = (name: string, value: string | null) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === null) next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Collecting the dates" />;
  const shown = {
    entries: data.entries,
    today: dayOf(now, course.zone),
    isStaff,
    namesCourse: ofAll,
  };
  return (
    <div className="mx-auto w-full max-w-[60rem] px-5 pt-6 pb-20">
      <Link
        to={isStaff ? addresses.plan(course.id) : addresses.myWork(course.id)}
        className="link-plain flex w-fit items-center gap-1 text-sm"
      >
        <ArrowLeft className="size-4" aria-hidden />
        {isStaff ? 'The plan' : 'My work'}
      </Link>
      <div className="mt-3 flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
        <h1 className="text-2xl">Dates</h1>
        <div className="flex flex-wrap gap-3">
          {state.courses.length > 1 && vantage === null && (
            <OneOf
              label="Whose dates"
              value={ofAll ? 'all' : 'here'}
              options={[
                ['here', 'This course'],
                ['all', 'All my courses'],
              ]}
              choose={(value) => set('of', value === 'all' ? 'all' : null)}
            />
          )}
          <OneOf
            label="How they are shown"
            value={asMonth ? 'month' : 'list'}
            options={[
              ['list', 'List'],
              ['month', 'Month'],
            ]}
            choose={(value) => set('view', value === 'month' ? 'month' : null)}
          />
        </div>
      </div>
      {data.entries.length === 0 ? (
        <p className="quiet py-8">
          {isStaff
            ? 'No published forum has a date yet.'
            : 'Nothing has a date yet. What you are asked to write appears here as soon as a forum opens.'}
        </p>
      ) : asMonth ? (
        <DateMonth {...shown} freeDays={freeDaysBy(ofAll ? [] : course.freeDays)} />
      ) : (
        <DateList {...shown} term={ofAll ? null : termDays(course)} />
      )}
      {vantage === null && <Subscribe />}
    </div>
  );
}

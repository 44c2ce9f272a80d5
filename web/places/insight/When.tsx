import { shareWords } from '../../../words/insight';
import { plural } from '../../../words/numbers';
import { Bars } from './Bars';
import { AsTable, Leads, PlainTable, useShown } from './shown';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const FULL = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const STRETCHES = [
  ['early', 'over 3 days before'],
  ['before', '1 to 3 days before'],
  ['lastDay', 'in the last day'],
  ['after', 'late'],
] as const;
const hourWords = (hour: number) => `${String(hour).padStart(2, '0')}:00`;

/** Posts by weekday and hour: a table in which more is darker. */
function WeekGrid() {
  const { view } = useShown();
  const { week } = view.rhythm;
  const most = Math.max(1, ...week.flat());
  return (
    <div className="relative overflow-x-auto" role="region" aria-label="Posts by day and hour" tabIndex={0}>
      <table className="num w-full min-w-[46rem] table-fixed border-separate border-spacing-px text-xs">
        <thead>
          <tr>
            <th scope="col" className="w-10">
              <span className="sr-only">Day</span>
            </th>
            {week[0]!.map((_, hour) => (
              <th key={hour} scope="col" className="quiet pb-1 font-normal">
                <span className="sr-only">{hourWords(hour)}</span>
                <span aria-hidden>{hour % 3 === 0 ? hour : ''}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {week.map((hours, weekday) => (
            <tr key={weekday}>
              <th scope="row" className="pr-2 text-left font-normal">
                <span className="sr-only">{FULL[weekday]}</span>
                <span aria-hidden>{DAYS[weekday]}</span>
              </th>
              {hours.map((count, hour) => (
                <td key={hour} className="relative h-7 p-0 text-center">
                  <span
                    aria-hidden
                    className="absolute inset-0 bg-primary"
                    style={{ opacity: count === 0 ? 0.03 : 0.08 + (0.37 * count) / most }}
                  />
                  <Leads
                    to={{ weekday: String(weekday), hour: String(hour) }}
                    title={`${FULL[weekday]}, ${hourWords(hour)} to ${hourWords((hour + 1) % 24)}: ${plural(count, 'post')}`}
                    count={count}
                    className="relative flex h-full w-full items-center justify-center font-medium"
                  >
                    {count === 0 ? <span className="sr-only">0</span> : count}
                  </Leads>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** When a class writes: over the week, and against the due dates. */
export function When() {
  const { view, open, isHidden } = useShown();
  const { due, threads } = view.rhythm;
  const data = STRETCHES.map(([key, words]) => ({ key, words, posts: due[key] }));
  return (
    <>
      <h3 className="text-base">By day and hour</h3>
      <p className="quiet mb-2 text-sm">Posts of students, by the clock of the course.</p>
      <WeekGrid />
      <div className="mt-8 grid gap-x-10 gap-y-6 md:grid-cols-2">
        <section aria-labelledby="against-due">
          <h3 id="against-due" className="text-base">
            Against the due dates
          </h3>
          <Bars data={data} across="words" kinds={[{ key: 'posts', colour: 'var(--color-primary)' }]} />
          {!isHidden && (
            <p className="no-print flex flex-wrap gap-x-4 text-sm">
              {data
                .filter(({ posts }) => posts > 0)
                .map(({ key, words }) => (
                  <button
                    key={key}
                    type="button"
                    className="link-plain"
                    onClick={() => open(`Posts made ${words}`, { due: key })}
                  >
                    {words}
                  </button>
                ))}
            </p>
          )}
          <AsTable>
            <PlainTable
              heads={['Posts came', 'Posts', 'Share']}
              rows={data.map(({ words, posts }) => [words, posts, shareWords(posts, due.of)])}
            />
          </AsTable>
        </section>
        <section aria-labelledby="threads">
          <h3 id="threads" className="text-base">
            Threads without a reply
          </h3>
          <p className="num mt-2 text-3xl">{shareWords(threads.unanswered, threads.of)}</p>
          <p className="quiet text-sm">
            {threads.unanswered} of {plural(threads.of, 'thread')} that others could reply to, two days old or
            more.
          </p>
          {!isHidden && threads.unanswered > 0 && (
            <button
              type="button"
              className="link-plain no-print mt-2 text-sm"
              onClick={() => open('Threads nobody has replied to', { unanswered: 'yes' })}
            >
              See them
            </button>
          )}
        </section>
      </div>
    </>
  );
}

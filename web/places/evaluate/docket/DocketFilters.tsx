import type { DocketRow } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { useTyped } from '../../../ui/useTyped';
import { STATE_ORDER, STATE_WORDS } from './states';
import type { DocketFilter } from './docketOrder';

const field = 'select select-xs raised h-8 w-full';

/** Which students the docket shows, and in what order. */
export function DocketFilters({
  all,
  filter,
  setFilter,
}: {
  all: readonly DocketRow[];
  filter: DocketFilter;
  setFilter: (filter: DocketFilter) => void;
}) {
  const course = useCourse();
  const [find, setFind] = useTyped(filter.find, (next) => setFilter({ ...filter, find: next }));
  const count = (is: (row: DocketRow) => boolean) => all.filter(is).length;
  const also = [
    ['asks', 'another look', count(({ asks }) => asks)],
    ['second', 'read second', count(({ reading }) => reading?.wanted === true)],
    ['settle', 'to settle', count(({ reading }) => reading?.settle === true)],
  ] as const;
  const groups = [...new Set(all.flatMap((row) => row.groups))].sort();
  return (
    <>
      <select
        className={field}
        aria-label="State"
        value={filter.state}
        onChange={(event) => setFilter({ ...filter, state: event.target.value })}
      >
        <option value="">Everyone ({all.length})</option>
        {STATE_ORDER.map((state) => (
          <option key={state} value={state}>
            {STATE_WORDS[state]} ({count((row) => row.state === state)})
          </option>
        ))}
        {also.map(
          ([value, words, n]) =>
            (n > 0 || filter.state === value) && (
              <option key={value} value={value}>
                {words} ({n})
              </option>
            ),
        )}
      </select>
      <select
        className={field}
        aria-label="Section"
        value={filter.section}
        onChange={(event) => setFilter({ ...filter, section: event.target.value })}
      >
        <option value="">All sections</option>
        {course.sections.map(({ id, title }) => (
          <option key={id}>{title}</option>
        ))}
      </select>
      {groups.length > 0 && (
        <select
          className={field}
          aria-label="Group"
          value={filter.group}
          onChange={(event) => setFilter({ ...filter, group: event.target.value })}
        >
          <option value="">All groups</option>
          {groups.map((group) => (
            <option key={group}>{group}</option>
          ))}
        </select>
      )}
      <select
        className={field}
        aria-label="Order"
        value={filter.order}
        onChange={(event) => setFilter({ ...filter, order: event.target.value as DocketFilter['order'] })}
      >
        <option value="name">by family name</option>
        <option value="state">by state</option>
        <option value="ready">first ready first</option>
        <option value="shuffled">shuffled</option>
      </select>
      <input
        type="search"
        className={`input input-xs raised h-8 w-full ${groups.length > 0 ? 'col-span-2' : ''}`}
        aria-label="Find a student"
        placeholder="Find a student"
        value={find}
        onChange={(event) => setFind(event.target.value)}
      />
    </>
  );
}

import { nameOrder } from '../../../../core/text/nameOrder';
import { ChevronDown, ListFilter, X } from 'lucide-react';
import { useId, useState } from 'react';
import type { DocketRow } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { useTyped } from '../../../ui/useTyped';
import { STATE_ORDER, STATE_WORDS } from './states';
import { filterWords, narrows, type DocketFilter } from './docketOrder';

const field = 'select select-xs raised h-8 w-full';

/** Which students the docket shows, and in what order. */
export function DocketFilters({
  all,
  shown,
  filter,
  setFilter,
}: {
  all: readonly DocketRow[];
  /** How many the filter leaves. */
  shown: number;
  filter: DocketFilter;
  setFilter: (filter: DocketFilter) => void;
}) {
  const course = useCourse();
  const [find, setFind] = useTyped(filter.find, (next) => setFilter({ ...filter, find: next }));
  const count = (is: (row: DocketRow) => boolean) => all.filter(is).length;
  const also = [
    ['asks', 'another look', count(({ asks }) => asks)],
    ['second', 'for a second reading', count(({ reading }) => reading?.wanted === true)],
    ['settle', 'to settle', count(({ reading }) => reading?.settle === true)],
  ] as const;
  const groups = [...new Set(all.flatMap((row) => row.groups))].sort(nameOrder);
  const [isOpen, setOpen] = useState(false);
  const fields = useId();
  const isNarrow = narrows(filter);
  const fold = (
    <div className="mt-2 flex items-center gap-1">
      <button
        type="button"
        aria-expanded={isOpen}
        aria-controls={fields}
        className={`flex min-w-0 grow cursor-pointer items-center gap-1.5 py-1 text-left text-sm hover:underline ${isNarrow ? 'font-semibold text-primary' : 'quiet'}`}
        onClick={() => setOpen(!isOpen)}
      >
        <ListFilter className="size-4 shrink-0" aria-hidden />
        <span className="num truncate" aria-live="polite">
          {filterWords(filter, shown, (id) => course.staff.find((each) => each.id === id)?.name ?? 'someone')}
        </span>
        <ChevronDown
          className={`size-3.5 shrink-0 transition-transform ${isOpen ? 'rotate-180' : ''}`}
          aria-hidden
        />
      </button>
      {isNarrow && (
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label="Show everyone"
          title="Show everyone"
          onClick={() => setFilter({ ...filter, state: '', section: '', group: '', evaluator: '', find: '' })}
        >
          <X className="size-4" aria-hidden />
        </button>
      )}
    </div>
  );
  if (!isOpen) return fold;
  return (
    <>
      {fold}
      <div id={fields} className="mt-1 grid grid-cols-2 gap-2">
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
      </div>
    </>
  );
}

import { Download, Plus, Upload } from 'lucide-react';
import type { GradebookView } from '../../../contract/gradebook';
import { useCourse } from '../../data/course';
import { useTyped } from '../../ui/useTyped';
import { STATE_FILTERS, type MatrixFilter } from './matrix/columns';

const select = 'select select-sm raised h-9 w-auto max-w-60';

/** As much of a long title as a select shows without clipping it. */
const short = (title: string) => (title.length > 24 ? `${title.slice(0, 23).trimEnd()}…` : title);

/** What narrows and orders the matrix, and what goes in and out of it. */
export function Toolbar({
  view,
  filter,
  set,
  open,
}: {
  view: GradebookView;
  filter: MatrixFilter;
  set: (change: Partial<MatrixFilter>) => void;
  open: (what: 'newItem' | 'import' | 'export') => void;
}) {
  const course = useCourse();
  const [find, setFind] = useTyped(filter.find, (typed) => set({ find: typed }));
  const [below, setBelow] = useTyped(filter.below, (typed) => set({ below: typed }));
  const plans = [...new Set(view.groups.map(({ plan }) => plan))];
  const sorted = view.items.find(({ id }) => id === filter.sort);
  return (
    <div className="no-print flex flex-wrap items-center gap-2 px-5 pb-3">
      <input
        className="input input-sm raised h-9 w-36"
        placeholder="Name or number"
        aria-label="Find a student"
        value={find}
        onChange={(event) => setFind(event.target.value)}
      />
      <select
        className={select}
        aria-label="Who"
        value={filter.who}
        onChange={(event) => set({ who: event.target.value })}
      >
        <option value="">Everyone</option>
        {course.sections.length > 0 && (
          <optgroup label="Sections">
            {course.sections.map(({ id, title }) => (
              <option key={id} value={`section:${id}`}>
                {short(title)}
              </option>
            ))}
          </optgroup>
        )}
        {plans.map((plan) => (
          <optgroup key={plan} label={plan}>
            {view.groups
              .filter((group) => group.plan === plan)
              .map(({ id, title }) => (
                <option key={id} value={`group:${id}`}>
                  {short(title)}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
      <select
        className={select}
        aria-label="State"
        value={filter.state}
        onChange={(event) => set({ state: event.target.value })}
      >
        <option value="">In any state</option>
        {Object.entries(STATE_FILTERS).map(([state, words]) => (
          <option key={state} value={state}>
            with {words}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-1.5 text-sm">
        below
        <input
          className="input input-sm raised num h-9 w-14 text-right"
          inputMode="decimal"
          aria-label="Total below, in percent"
          value={below}
          onChange={(event) => setBelow(event.target.value)}
        />
        %
      </label>
      <select
        className={select}
        aria-label="Order"
        value={filter.sort}
        onChange={(event) => set({ sort: event.target.value })}
      >
        <option value="name">by family name</option>
        <option value="total">by total</option>
        {sorted && <option value={sorted.id}>by {short(sorted.title)}</option>}
      </select>
      <select
        className={select}
        aria-label="Shown as"
        value={filter.show}
        onChange={(event) => set({ show: event.target.value as MatrixFilter['show'] })}
      >
        <option value="">as each item says</option>
        <option value="points">as points</option>
        <option value="percent">as percent</option>
        {view.letters.length > 0 && <option value="letter">as letters</option>}
      </select>
      <div className="ml-auto flex gap-2">
        {course.role === 'instructor' && (
          <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => open('newItem')}>
            <Plus className="size-4" aria-hidden />
            New item
          </button>
        )}
        <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => open('import')}>
          <Upload className="size-4" aria-hidden />
          Import
        </button>
        <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => open('export')}>
          <Download className="size-4" aria-hidden />
          Export
        </button>
      </div>
    </div>
  );
}

import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { release, type DocketRow, type DocketView } from '../../../contract/evaluate';
import { call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { EVIDENCE_WORDS } from '../../ui/evidenceWords';
import { countWords, pointWords } from '../../ui/pointWords';
import { Tally } from '../../ui/Tally';
import type { DocketFilter } from './docketOrder';
import { ManyAtOnce } from './ManyAtOnce';
import { ReleaseAt } from './ReleaseAt';
import { STATE_ORDER, STATE_WORDS } from './states';

function Row({ row, selected, to }: { row: DocketRow; selected: boolean; to: string }) {
  const ref = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    if (selected) ref.current?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
  const strong = row.state === 'ready' || row.state === 'changed';
  return (
    <li>
      <Link
        ref={ref}
        to={to}
        aria-current={selected ? 'true' : undefined}
        className={`flex items-center gap-3 px-4 py-1.5 ${selected ? 'bg-neutral text-neutral-content' : 'hover:bg-base-200'}`}
        title={`${countWords(row.posts, 'post')}, ${countWords(row.words, 'word')}${row.daysLate > 0 ? `, ${countWords(row.daysLate, 'day')} late` : ''}${row.held > 0 ? `, ${row.held} held` : ''}`}
      >
        <span className="flex w-11 shrink-0 justify-start">
          <Tally slots={row.slots} />
        </span>
        <span className="min-w-0 grow">
          <span className={`block truncate leading-tight ${strong ? 'font-semibold' : ''}`}>
            {row.student.sortable}
          </span>
          <span className={`num block text-xs ${selected ? 'opacity-80' : 'quiet'}`}>
            {countWords(row.words, 'word')}
            {row.daysLate > 0 && ` · ${countWords(row.daysLate, 'day')} late`}
            {row.held > 0 && ` · ${row.held} held`}
          </span>
          {row.asks && (
            <span
              className="block text-xs font-semibold"
              style={selected ? undefined : { color: 'var(--late)' }}
            >
              asks for another look
            </span>
          )}
          {row.marks.length > 0 && (
            <span className="block text-xs" style={selected ? undefined : { color: 'var(--seal)' }}>
              {row.marks.map((mark) => EVIDENCE_WORDS[mark]).join(' · ')}
            </span>
          )}
        </span>
        <span
          className={`num shrink-0 text-sm ${selected ? '' : row.state === 'changed' ? 'font-semibold' : 'quiet'}`}
          style={!selected && row.state === 'changed' ? { color: 'var(--late)' } : undefined}
        >
          {row.points !== null && row.state !== 'changed' && row.state !== 'excused' ? (
            <>
              {pointWords(row.points)}
              {!row.released && '°'}
              <span className="sr-only"> {STATE_WORDS[row.state]}</span>
            </>
          ) : (
            STATE_WORDS[row.state]
          )}
        </span>
      </Link>
    </li>
  );
}

/** The docket of one forum: who stands where, narrowed and ordered as wanted, and the release of what is given. */
export function DocketList({
  view,
  rows,
  filter,
  setFilter,
  selected,
  addressOf,
  changed,
  hide,
}: {
  view: DocketView;
  rows: readonly DocketRow[];
  filter: DocketFilter;
  setFilter: (filter: DocketFilter) => void;
  selected: string | undefined;
  addressOf: (studentId: string) => string;
  changed: () => void;
  /** Covers names, or no longer. */
  hide: (hidden: boolean) => void;
}) {
  const course = useCourse();
  const [many, setMany] = useState(false);
  const asking = view.rows.filter(({ asks }) => asks).length;
  const groups = [...new Set(view.rows.flatMap((row) => row.groups))].sort();
  const counts = new Map<string, number>();
  for (const row of view.rows) counts.set(row.state, (counts.get(row.state) ?? 0) + 1);
  const all = view.rows.length - (counts.get('excused') ?? 0);
  const scored = view.rows.filter((row) => row.points !== null && row.state !== 'excused');
  const unreleased = scored.filter((row) => !row.released).length;
  const set = async (released: boolean) => {
    try {
      const answer = await call(
        release,
        { course: course.id, forum: view.forum.id },
        { students: 'all', released },
      );
      toast.success(
        released
          ? `Released to ${countWords(answer.changed, 'student')}.`
          : `Taken back from ${countWords(answer.changed, 'student')}.`,
      );
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    changed();
  };
  return (
    <section aria-label="Docket" className="flex h-full flex-col">
      {many && (
        <ManyAtOnce
          forum={view.forum.id}
          names={view.forum.names === 'shown' ? 'shown' : 'hidden'}
          shown={rows.map(({ student }) => student.id)}
          changed={changed}
          onClose={() => setMany(false)}
        />
      )}
      <div className="ruled border-b px-4 pt-4 pb-3">
        <h1 className="text-lg leading-snug">{view.forum.title}</h1>
        <p className="quiet num text-sm">
          {scored.length} of {all} given · {counts.get('ready') ?? 0} ready
        </p>
        <div aria-hidden className="mt-2 h-1 rounded-full" style={{ background: 'var(--rule)' }}>
          <div
            className="h-full rounded-full bg-primary"
            style={{ width: `${all === 0 ? 0 : (scored.length / all) * 100}%` }}
          />
        </div>
        <p className="mt-1.5 flex flex-wrap items-center gap-x-4">
          {view.forum.names === 'hiddenForAll' ? (
            <span className="quiet text-xs">Names hidden until scored</span>
          ) : (
            <label
              className="flex items-center gap-1.5 text-xs"
              title="A number stands for each name until the score is given. Names that classmates typed into their posts remain."
            >
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={view.forum.names === 'hidden'}
                onChange={(event) => hide(event.target.checked)}
              />
              Hide names
            </label>
          )}
          <ReleaseAt forum={view.forum.id} at={view.forum.releaseAt} changed={changed} />
        </p>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <select
            className="select select-xs raised h-8 w-full"
            aria-label="State"
            value={filter.state}
            onChange={(event) => setFilter({ ...filter, state: event.target.value })}
          >
            <option value="">Everyone ({view.rows.length})</option>
            {STATE_ORDER.map((state) => (
              <option key={state} value={state}>
                {STATE_WORDS[state]} ({counts.get(state) ?? 0})
              </option>
            ))}
            {asking > 0 && <option value="asks">another look ({asking})</option>}
          </select>
          <select
            className="select select-xs raised h-8 w-full"
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
              className="select select-xs raised h-8 w-full"
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
            className="select select-xs raised h-8 w-full"
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
            className="input input-xs raised h-8 w-full"
            aria-label="Find a student"
            placeholder="Find a student"
            value={filter.find}
            onChange={(event) => setFilter({ ...filter, find: event.target.value })}
          />
          <button type="button" className="btn btn-xs raised ruled h-8" onClick={() => setMany(true)}>
            Many at once
          </button>
          {unreleased > 0 ? (
            <button
              type="button"
              className="btn btn-xs btn-primary col-span-2 h-8"
              onClick={() => void set(true)}
            >
              Release {unreleased} given
            </button>
          ) : (
            scored.length > 0 && (
              <button
                type="button"
                className="btn btn-xs raised ruled col-span-2 h-8"
                onClick={() => void set(false)}
              >
                Take back all
              </button>
            )
          )}
        </div>
      </div>
      <ul className="relative min-h-0 grow overflow-y-auto py-1">
        {rows.map((row) => (
          <Row
            key={row.student.id}
            row={row}
            selected={row.student.id === selected}
            to={addressOf(row.student.id)}
          />
        ))}
        {rows.length === 0 && (
          <li className="quiet px-4 py-6 text-sm">Nobody stands here. Choose another state or section.</li>
        )}
      </ul>
    </section>
  );
}

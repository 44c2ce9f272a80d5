import { addresses } from '../../../../words/addresses';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { release } from '../../../../contract/docketActions';
import type { DocketRow, DocketView } from '../../../../contract/evaluate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useKeys } from '../../../ui/keys';
import { plural } from '../../../../words/numbers';
import { DocketFilters } from './DocketFilters';
import type { DocketFilter } from './docketOrder';
import { DocketRows } from './DocketRows';
import { Given } from './Given';
import { ManyAtOnce } from './ManyAtOnce';
import { ReleaseAt } from './ReleaseAt';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

const isScored = ({ state }: DocketRow) => state === 'given' || state === 'released' || state === 'changed';
const small = 'btn btn-xs raised ruled h-8';

/** Where else this forum stands. */
function Places({ view }: { view: DocketView }) {
  const course = useCourse();
  const { id } = view.forum;
  const places = [
    [addresses.forum(course.id, id), 'Forum', true],
    [addresses.plan(course.id, { forum: id }), 'Plan', true],
    [addresses.gradebook(course.id, { item: id }), 'Gradebook', true],
    [addresses.editForum(course.id, id, { beside: 'scores' }), 'Rehearse', course.role === 'instructor'],
  ] as const;
  return (
    <p className="mt-0.5 flex flex-wrap gap-x-3.5 text-xs">
      {places.map(
        ([to, words, may]) =>
          may && (
            <Link key={words} to={to} className="link-plain">
              {words}
            </Link>
          ),
      )}
    </p>
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
  hide,
}: {
  view: DocketView;
  rows: readonly DocketRow[];
  filter: DocketFilter;
  setFilter: (filter: DocketFilter) => void;
  selected: string | undefined;
  addressOf: (studentId: string) => string;
  /** Covers names, or no longer. */
  hide: (hidden: boolean) => void;
}) {
  const [open, setOpen] = useState<'many' | 'given' | null>(null);
  /** Whom something is to be done to; null while nobody is being picked. */
  const [picked, setPicked] = useState<ReadonlySet<string> | null>(null);
  const pick = (id: string) =>
    setPicked((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  useKeys([
    {
      on: 'x',
      keys: 'X',
      does: 'pick this student, for what is done to several',
      run: () => {
        if (selected) pick(selected);
      },
    },
    { on: 'm', keys: 'M', does: 'do something to many students at once', run: () => setOpen('many') },
  ]);
  return (
    <section aria-label="Docket" className="flex h-full flex-col">
      {open === 'many' && (
        <ManyAtOnce
          forum={view.forum.id}
          names={view.forum.names === 'shown' ? 'shown' : 'hidden'}
          shown={rows.map(({ student }) => student.id)}
          picked={picked === null ? [] : [...picked]}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'given' && <Given view={view} onClose={() => setOpen(null)} />}
      <div className="ruled border-b px-4 pt-4 pb-3">
        <h1 className="text-lg leading-snug">{view.forum.title}</h1>
        <Places view={view} />
        <Progress view={view} />
        <p className="mt-1.5 flex flex-wrap items-center gap-x-4">
          <NamesHidden names={view.forum.names} hide={hide} />
          <ReleaseAt forum={view.forum.id} at={view.forum.releaseAt} />
          {view.rows.some(isScored) && (
            <button type="button" className="link-plain text-xs" onClick={() => setOpen('given')}>
              What was given
            </button>
          )}
        </p>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <DocketFilters all={view.rows} filter={filter} setFilter={setFilter} />
          <button type="button" className={small} onClick={() => setOpen('many')}>
            Many at once
          </button>
          <button
            type="button"
            className={small}
            aria-pressed={picked !== null}
            onClick={() => setPicked(picked === null ? new Set() : null)}
          >
            {picked === null ? 'Pick' : `${picked.size} picked`}
          </button>
          <Releases view={view} picked={picked} done={() => setPicked(null)} />
        </div>
      </div>
      <DocketRows rows={rows} selected={selected} addressOf={addressOf} picked={picked} pick={pick} />
    </section>
  );
}

/** How many are scored, ready, or wait for a second reading. */
function Progress({ view: { rows } }: { view: DocketView }) {
  const all = rows.filter(({ state }) => state !== 'excused').length;
  const scored = rows.filter(isScored).length;
  const ready = rows.filter(({ state }) => state === 'ready').length;
  const wanted = rows.filter(({ reading }) => reading?.wanted).length;
  return (
    <>
      <p className="quiet num mt-1 text-sm">
        {scored} of {all} given · {ready} ready
        {wanted > 0 && ` · ${wanted} to read second`}
      </p>
      <div aria-hidden className="mt-2 h-1 rounded-full bg-rule">
        <div
          className="h-full rounded-full bg-primary"
          style={{ width: `${all === 0 ? 0 : (scored / all) * 100}%` }}
        />
      </div>
    </>
  );
}

/** Whether names are hidden, and hiding them where the forum leaves it to each. */
function NamesHidden({
  names,
  hide,
}: {
  names: DocketView['forum']['names'];
  hide: (hidden: boolean) => void;
}) {
  if (names === 'hiddenForAll')
    return (
      <span
        className="quiet text-xs"
        title="In the docket and on the Desk. The conversation, search and the gradebook still show who wrote what."
      >
        Names hidden here until scored
      </span>
    );
  return (
    <label
      className="flex items-center gap-1.5 text-xs"
      title="A number stands for each name until the score is given. Names that classmates typed into their posts remain."
    >
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        checked={names === 'hidden'}
        onChange={(event) => hide(event.target.checked)}
      />
      Hide names
    </label>
  );
}

/** Releases what is given, of those who are picked or of all, or takes it back. */
function Releases({
  view,
  picked,
  done,
}: {
  view: DocketView;
  picked: ReadonlySet<string> | null;
  done: () => void;
}) {
  const course = useCourse().id;
  const scored = view.rows.filter(isScored);
  const unreleased = scored.filter((row) => !row.released).length;
  const set = async (students: 'all' | string[], released: boolean) => {
    const worked = await orSayWhyNot(async () => {
      const params = { course, forum: view.forum.id };
      const { changed, unsettled } = await call(release, params, { students, released });
      const held = unsettled > 0 ? ` ${plural(unsettled, 'disagreement')} to settle first.` : '';
      toast.success(
        released
          ? `Released to ${plural(changed, 'student')}.${held}`
          : `Taken back from ${plural(changed, 'student')}.`,
      );
    });
    if (worked) done();
  };
  if (picked !== null && picked.size > 0)
    return (
      <>
        <button
          type="button"
          className="btn btn-xs btn-primary h-8"
          onClick={() => void set([...picked], true)}
        >
          Release {picked.size}
        </button>
        <button type="button" className={small} onClick={() => void set([...picked], false)}>
          Take {picked.size} back
        </button>
      </>
    );
  if (unreleased > 0)
    return (
      <button
        type="button"
        className="btn btn-xs btn-primary col-span-2 h-8"
        onClick={() => void set('all', true)}
      >
        Release {unreleased} given
      </button>
    );
  if (scored.length === 0) return null;
  return (
    <button type="button" className={`${small} col-span-2`} onClick={() => void set('all', false)}>
      Take back all
    </button>
  );
}

import { addresses } from '../../../../words/addresses';
import {
  CalendarClock,
  CalendarRange,
  ChartColumn,
  Ellipsis,
  Eye,
  EyeOff,
  ListChecks,
  MessagesSquare,
  Scale,
  Split,
  Table2,
  Users,
} from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { toast } from '../../../ui/toast';
import { release } from '../../../../contract/docketActions';
import type { DocketRow, DocketView } from '../../../../contract/evaluate';
import { isGiven } from '../../../../core/participation/docketState';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Menu } from '../../../ui/Menu';
import { useKeys } from '../../../ui/keys';
import { plural } from '../../../../words/numbers';
import { DocketFilters } from './DocketFilters';
import type { DocketFilter } from './docketOrder';
import { DocketRows } from './DocketRows';
import { Shares } from './Shares';
import { PlannedRelease } from './PlannedRelease';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

// Dialogs that are seldom opened, and bring charts and a calendar, are fetched when they are.
const Given = lazy(async () => ({ default: (await import('./Given')).Given }));
const ManyAtOnce = lazy(async () => ({ default: (await import('./ManyAtOnce')).ManyAtOnce }));
const ShareOut = lazy(async () => ({ default: (await import('./ShareOut')).ShareOut }));
const Assign = lazy(async () => ({ default: (await import('./ShareOut')).Assign }));
const ReleaseAt = lazy(async () => ({ default: (await import('./ReleaseAt')).ReleaseAt }));

const isScored = ({ state }: DocketRow) => isGiven(state);
const small = 'btn btn-xs raised ruled h-8';

type Opened = 'many' | 'given' | 'releaseAt' | 'shareOut';

/** What is done to the docket as a whole, and where else its forum stands. */
function More({
  view,
  hide,
  pick,
  open,
}: {
  view: DocketView;
  hide: (hidden: boolean) => void;
  pick: () => void;
  open: (dialog: Opened) => void;
}) {
  const course = useCourse();
  const { id, names } = view.forum;
  return (
    <Menu
      button={<Ellipsis className="size-4" aria-hidden />}
      label="More to do with this docket"
      className="btn btn-xs btn-square raised ruled h-8 w-8"
      at="end"
      width="w-60"
      entries={[
        names === 'hiddenForAll'
          ? null
          : {
              label: names === 'hidden' ? 'Show names' : 'Hide names until scored',
              icon: names === 'hidden' ? Eye : EyeOff,
              act: () => hide(names !== 'hidden'),
            },
        { label: 'Pick students', icon: ListChecks, act: pick },
        { label: 'Many at once', icon: Users, act: () => open('many') },
        course.role === 'instructor'
          ? { label: 'Share out among evaluators', icon: Split, act: () => open('shareOut') }
          : null,
        { label: 'Release at a set time', icon: CalendarClock, act: () => open('releaseAt') },
        view.rows.some(isScored)
          ? { label: 'What was given', icon: ChartColumn, act: () => open('given') }
          : null,
        course.role === 'instructor'
          ? {
              label: 'Rehearse other rules',
              icon: Scale,
              to: addresses.editForum(course.id, id, { beside: 'scores' }),
            }
          : null,
        { label: 'Open the forum', icon: MessagesSquare, to: addresses.forum(course.id, id) },
        { label: 'Show in the plan', icon: CalendarRange, to: addresses.plan(course.id, { forum: id }) },
        { label: 'Show in the gradebook', icon: Table2, to: addresses.gradebook(course.id, { item: id }) },
      ]}
    />
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
  const course = useCourse();
  const [open, setOpen] = useState<Opened | 'assign' | null>(null);
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
      <Suspense>
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
        {open === 'shareOut' && (
          <ShareOut
            forum={view.forum.id}
            isShared={view.forum.shares.length > 0}
            close={() => setOpen(null)}
          />
        )}
        {open === 'assign' && picked !== null && (
          <Assign
            forum={view.forum.id}
            students={[...picked]}
            names={view.forum.names === 'shown' ? 'shown' : 'hidden'}
            close={(done) => {
              setOpen(null);
              if (done) setPicked(null);
            }}
          />
        )}
        {open === 'releaseAt' && <ReleaseAt forum={view.forum.id} close={() => setOpen(null)} />}
      </Suspense>
      <div className="ruled border-b px-4 pt-4 pb-3">
        <div className="flex items-start justify-between gap-2">
          <h1 className="text-lg leading-snug">{view.forum.title}</h1>
          <More
            view={view}
            hide={hide}
            pick={() => setPicked(picked === null ? new Set() : null)}
            open={setOpen}
          />
        </div>
        <Progress view={view} />
        <Shares shares={view.forum.shares} filter={filter} setFilter={setFilter} />
        <NamesHidden names={view.forum.names} />
        <PlannedRelease forum={view.forum.id} at={view.forum.releaseAt} />
        <DocketFilters all={view.rows} shown={rows.length} filter={filter} setFilter={setFilter} />
        {picked !== null && (
          <p className="mt-2 flex items-center justify-between text-sm">
            <span className="num">{picked.size} picked</span>
            {picked.size > 0 && course.role === 'instructor' && (
              <button type="button" className="link-plain text-sm" onClick={() => setOpen('assign')}>
                Hand over …
              </button>
            )}
            <button type="button" className="link-plain text-sm" onClick={() => setPicked(null)}>
              Clear the selection
            </button>
          </p>
        )}
        <div className="mt-2 grid grid-cols-2 gap-2 empty:hidden">
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
        {scored} of {plural(all, 'score')} given · {ready} ready
        {wanted > 0 && ` · ${wanted} for a second reading`}
      </p>
      <div aria-hidden className="drawn mt-2 h-1 rounded-full bg-rule">
        <div
          className="h-full rounded-full bg-primary"
          style={{ width: `${all === 0 ? 0 : (scored / all) * 100}%` }}
        />
      </div>
    </>
  );
}

/** That names are hidden, and how far. */
function NamesHidden({ names }: { names: DocketView['forum']['names'] }) {
  if (names === 'shown') return null;
  return (
    <p
      className="quiet mt-1.5 text-xs"
      title={
        names === 'hidden'
          ? 'Names are replaced by numbers until the score is given. Names that classmates typed into their posts remain.'
          : 'In the docket and on the Desk. The conversation, search and the gradebook still show who wrote what.'
      }
    >
      Names are hidden here until the score is given
    </p>
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
          : `Withdrawn from ${plural(changed, 'student')}.`,
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
          Withdraw {picked.size}
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
      Withdraw all
    </button>
  );
}

import {
  ArrowLeftRight,
  CalendarDays,
  LibraryBig,
  ListOrdered,
  Megaphone,
  Redo2,
  Trash2,
  Undo2,
} from 'lucide-react';
import type { ComponentType } from 'react';
import { Link } from 'react-router';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import type { Zoom } from './timeline/Timeline';
import type { useUndo } from './useUndo';

const ZOOMS: readonly [Zoom, string][] = [
  [0, 'Term'],
  [4, '4 weeks'],
  [2, '2 weeks'],
  [1, 'Week'],
];
const TOOL = 'btn btn-sm raised ruled h-8';

/** A step back or on, with what it would do. */
function Step({
  run,
  label,
  name,
  keys,
  Icon,
  none,
}: {
  run: (() => void) | null;
  label: string | null;
  name: string;
  keys: string;
  Icon: ComponentType<{ className: string }>;
  none: string;
}) {
  return (
    <button
      type="button"
      className={`${TOOL} btn-square`}
      disabled={!run}
      aria-label={label ? `${name}: ${label}` : name}
      title={label ? `${name}: ${label} (${keys})` : none}
      onClick={() => run?.()}
    >
      <Icon className="size-4" aria-hidden />
    </button>
  );
}

/** What is done with the plan as a whole: how much of it is seen, shifting, arranging, taking back. */
export function PlanTools({
  zoom,
  setZoom,
  binned,
  open,
  undo,
  ownTermsToo,
}: {
  zoom: Zoom;
  setZoom: (zoom: Zoom) => void;
  /** Forums in the bin. */
  binned: number;
  open: (dialog: 'shift' | 'arrange' | 'bin') => void;
  /** null: the plan can only be read. */
  undo: ReturnType<typeof useUndo> | null;
  /** Whether own terms move along; null where there are none. */
  ownTermsToo: { readonly value: boolean; readonly set: (value: boolean) => void } | null;
}) {
  const course = useCourse().id;
  return (
    <div className="flex flex-wrap items-center gap-2 px-5 pb-3">
      {/* In a narrow window the plan is a list, of which there is all. */}
      <div role="group" aria-label="How much of the term" className="join hidden min-[900px]:inline-flex">
        {ZOOMS.map(([value, name]) => (
          <button
            key={value}
            type="button"
            aria-pressed={zoom === value}
            className={`btn btn-sm join-item h-8 ${zoom === value ? 'btn-neutral' : 'raised ruled'}`}
            onClick={() => setZoom(value)}
          >
            {name}
          </button>
        ))}
      </div>
      {undo && (
        <>
          <button type="button" className={TOOL} onClick={() => open('shift')}>
            <ArrowLeftRight className="size-4" aria-hidden />
            Shift
          </button>
          <button type="button" className={TOOL} onClick={() => open('arrange')}>
            <ListOrdered className="size-4" aria-hidden />
            Arrange
          </button>
          <Step
            run={undo.undo}
            label={undo.undoLabel}
            name="Undo"
            keys="Ctrl Z"
            Icon={Undo2}
            none="Nothing to undo"
          />
          <Step
            run={undo.redo}
            label={undo.redoLabel}
            name="Redo"
            keys="Ctrl Y"
            Icon={Redo2}
            none="Nothing to redo"
          />
          {ownTermsToo && (
            <label className="ml-2 flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={ownTermsToo.value}
                onChange={(event) => ownTermsToo.set(event.target.checked)}
              />
              Own terms move with their forum
            </label>
          )}
        </>
      )}
      <span className="grow" />
      <Link
        to={addresses.announcements(course)}
        className="quiet flex items-center gap-1 text-sm hover:underline"
      >
        <Megaphone className="size-4" aria-hidden />
        Announcements
      </Link>
      <Link to="dates" className="quiet flex items-center gap-1 text-sm hover:underline">
        <CalendarDays className="size-4" aria-hidden />
        Dates
      </Link>
      <Link to="library" className="quiet flex items-center gap-1 text-sm hover:underline">
        <LibraryBig className="size-4" aria-hidden />
        Rubrics
      </Link>
      {binned > 0 && (
        <button
          type="button"
          className="quiet flex items-center gap-1 text-sm hover:underline"
          onClick={() => open('bin')}
        >
          <Trash2 className="size-4" aria-hidden />
          {plural(binned, 'forum')} in the bin
        </button>
      )}
    </div>
  );
}

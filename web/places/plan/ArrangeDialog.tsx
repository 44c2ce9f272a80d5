import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Pin } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../../ui/toast';
import { orderForums, type PlanView } from '../../../contract/plan';
import { call } from '../../data/api';
import { askedAnew } from '../../data/askAnew';
import { useCourse } from '../../data/course';
import { Dialog } from '../../ui/Dialog';
import { dragWords } from '../../ui/dragWords';
import type { PlanStep } from './useUndo';
import { pinnedIn } from './planOrder';
import { orSayWhyNot } from '../../ui/sayWhyNot';

type Entry = { readonly key: string; readonly title: string } & (
  { readonly unit: string } | { readonly forum: string }
);
interface Arrangement {
  readonly entries: readonly Entry[];
  readonly pinned: readonly string[];
}

function SortableRow({ entry, pinned, pin }: { entry: Entry; pinned: number; pin: (() => void) | null }) {
  const { setNodeRef, setActivatorNodeRef, listeners, attributes, transform, transition } = useSortable({
    id: entry.key,
  });
  const isUnit = 'unit' in entry;
  return (
    <li
      ref={setNodeRef}
      className={`ruled flex items-center gap-2 border-b ${isUnit ? 'bg-base-200 py-1.5 font-semibold' : 'py-1 pl-5'}`}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        className="cursor-grab touch-none p-1"
        aria-label={`Move ${entry.title}`}
      >
        <GripVertical className="size-4 opacity-60" aria-hidden />
      </button>
      <span className="min-w-0 grow truncate">{entry.title}</span>
      {pin && (
        <button
          type="button"
          className="flex cursor-pointer items-center gap-1 p-1 text-xs"
          aria-pressed={pinned >= 0}
          aria-label={`Pin ${entry.title} on top`}
          onClick={pin}
        >
          {pinned >= 0 && <span className="num font-semibold">{pinned + 1}</span>}
          <Pin
            className={`size-4 ${pinned >= 0 ? '' : 'opacity-35'}`}
            fill={pinned >= 0 ? 'currentColor' : 'none'}
            aria-hidden
          />
        </button>
      )}
    </li>
  );
}

function entriesOf(plan: PlanView, units: readonly { id: string; title: string }[]): Entry[] {
  const forum = ({ id, title }: { id: string; title: string }): Entry => ({
    key: `f ${id}`,
    title,
    forum: id,
  });
  return [
    ...plan.forums.filter(({ unitId }) => unitId === null).map(forum),
    ...units.flatMap((unit, index): Entry[] => [
      { key: `u ${unit.id}`, title: `${index + 1} · ${unit.title}`, unit: unit.id },
      ...plan.forums.filter(({ unitId }) => unitId === unit.id).map(forum),
    ]),
  ];
}

/** The order of units and forums, by drag or by keyboard (Space takes hold, arrows move), and what stands on top. */
export function ArrangeDialog({
  plan,
  push,
  close,
}: {
  plan: PlanView;
  push: (step: PlanStep) => void;
  close: () => void;
}) {
  const course = useCourse();
  const first: Arrangement = {
    entries: entriesOf(plan, course.units),
    pinned: pinnedIn(plan),
  };
  const [now, setNow] = useState<Arrangement>(first);
  const [busy, setBusy] = useState(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const send = async ({ entries, pinned }: Arrangement) => {
    let unitId: string | null = null;
    const forums: { id: string; unitId: string | null }[] = [];
    for (const entry of entries) {
      if ('unit' in entry) unitId = entry.unit;
      else forums.push({ id: entry.forum, unitId });
    }
    await call(
      orderForums,
      { course: course.id },
      {
        units: entries.flatMap((entry) => ('unit' in entry ? [entry.unit] : [])),
        forums,
        pinned: [...pinned],
      },
    );
    await askedAnew();
  };
  const save = async () => {
    setBusy(true);
    await orSayWhyNot(async () => {
      await send(now);
      push({ label: 'the order', undo: () => send(first), redo: () => send(now) });
      toast.success('The order is saved.');
      close();
    });
    setBusy(false);
  };
  const keys = now.entries.map(({ key }) => key);
  return (
    <Dialog title="Arrange the plan" onClose={close}>
      <p className="quiet text-sm">
        Drag, or pick up with Space and move with the arrow keys. Forums before the first unit, and pinned
        ones, come first; pins keep the order in which they were set.
      </p>
      <DndContext
        sensors={sensors}
        accessibility={dragWords(
          (key) => now.entries.find((entry) => entry.key === key)?.title ?? '',
          'Press Space to pick it up, the arrow keys to move it, Space to put it down, Escape to cancel.',
        )}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (!over || active.id === over.id) return;
          const entries = arrayMove(
            [...now.entries],
            keys.indexOf(String(active.id)),
            keys.indexOf(String(over.id)),
          );
          setNow({ ...now, entries });
        }}
      >
        <SortableContext items={keys} strategy={verticalListSortingStrategy}>
          <ul className="mt-3 max-h-[26rem] overflow-y-auto">
            {now.entries.map((entry) => (
              <SortableRow
                key={entry.key}
                entry={entry}
                pinned={'forum' in entry ? now.pinned.indexOf(entry.forum) : -1}
                pin={
                  'forum' in entry
                    ? () =>
                        setNow({
                          ...now,
                          pinned: now.pinned.includes(entry.forum)
                            ? now.pinned.filter((id) => id !== entry.forum)
                            : [...now.pinned, entry.forum],
                        })
                    : null
                }
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <button type="button" className="btn btn-primary mt-4" disabled={busy} onClick={() => void save()}>
        Save this order
      </button>
    </Dialog>
  );
}

import {
  DndContext,
  DragOverlay,
  pointerWithin,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { dragWords } from '../../ui/dragWords';
import { stands } from './assignmentWords';
import { ReviewerCells, ReviewerRow, type RowActions } from './ReviewerRow';
import { useInSteps } from './useInSteps';
import type { ReviewerLine } from './useRows';

/** Everybody with whom they review; a review that is to be written is moved to somebody else by dragging it, or from its menu. */
export function ReviewerTable({
  rows,
  nameOf,
  actions,
  give,
  chosen,
}: {
  rows: readonly ReviewerLine[];
  nameOf: (id: string) => string;
  actions: RowActions;
  /** Moves an assignment to another reviewer. */
  give: (assignmentId: string, reviewerId: string) => void;
  chosen: string | null;
}) {
  const shown = useInSteps(rows.length);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const [dragged, setDragged] = useState<string | null>(null);
  const all = useMemo(() => new Map(rows.flatMap(({ mine }) => mine.map((each) => [each.id, each]))), [rows]);
  const what = dragged === null ? undefined : all.get(dragged);
  /** Whether a row takes what is dragged: not its author’s, nor that of somebody who reviews them already. */
  const takes = ({ person, mine }: ReviewerLine, { authorId }: { authorId: string }) =>
    person.person.id !== authorId && !mine.some((each) => each.authorId === authorId && stands(each));
  const words = dragWords((id) => {
    const each = all.get(id);
    return each ? `the review of ${nameOf(each.authorId)}` : nameOf(id);
  }, 'Choose Move in the menu beside the name to move a review.');
  const end = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    const row = over && rows.find(({ person }) => person.person.id === over.id);
    const each = all.get(String(active.id));
    if (row && each && takes(row, each)) give(String(active.id), row.person.person.id);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      accessibility={words}
      onDragStart={({ active }) => setDragged(String(active.id))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={end}
    >
      <table className="w-full">
        <thead>
          <tr className="ruled quiet border-b text-left text-sm">
            <th scope="col" className="py-1.5 pr-3 font-normal">
              Reviewer
            </th>
            <th scope="col" className="py-1.5 pr-3 font-normal sm:pl-5">
              Whose post
            </th>
            <th scope="col" className="num py-1.5 text-right font-normal whitespace-nowrap max-sm:hidden">
              Reviewed by
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, shown).map((row) => (
            <ReviewerRow
              key={row.person.person.id}
              id={row.person.person.id}
              takes={!what || row.person.person.id === what.reviewerId ? null : takes(row, what)}
              isChosen={chosen === row.person.person.id}
            >
              <ReviewerCells
                {...row}
                nameOf={nameOf}
                actions={actions}
                isChosen={chosen === row.person.person.id}
              />
            </ReviewerRow>
          ))}
        </tbody>
      </table>
      <DragOverlay dropAnimation={null}>
        {what && (
          <span className="ruled raised inline-block cursor-grabbing rounded border px-2 py-1 whitespace-nowrap shadow-md">
            {nameOf(what.authorId)}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}

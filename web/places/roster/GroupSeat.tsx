import { useDraggable } from '@dnd-kit/core';
import { ArrowRightLeft, Lock, LockOpen } from 'lucide-react';
import { useState } from 'react';
import type { RosterPerson } from '../../../contract/roster';
import type { SeatedGroup } from '../../../core/roster/groupSeats';

/**
 * The list of groups beside a name. Until someone turns to it, it holds only the group they sit in: a large course in many groups would
 * else have many thousand entries that nobody looks at.
 */
function MoveTo({
  name,
  groups,
  at,
  move,
}: {
  name: string;
  groups: readonly SeatedGroup[];
  at: string | null;
  move: (to: string | null) => void;
}) {
  const [isWanted, setWanted] = useState(false);
  const want = () => setWanted(true);
  return (
    <select
      aria-label={`Move ${name} to`}
      title="Move to another group"
      className="absolute inset-0 cursor-pointer opacity-0"
      value={at ?? ''}
      onFocus={want}
      onPointerEnter={want}
      onPointerDown={(event) => {
        want();
        event.stopPropagation();
      }}
      onChange={(event) => move(event.target.value || null)}
    >
      {(isWanted || at === null) && <option value="">in no group</option>}
      {groups
        .filter(({ id }) => isWanted || id === at)
        .map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
    </select>
  );
}

/** A student in a group: dragged, or moved with the list beside the name. */
export function GroupSeat({
  person,
  section,
  groups,
  at,
  locked,
  canEdit,
  move,
  lock,
}: {
  person: RosterPerson;
  section: string;
  groups: readonly SeatedGroup[];
  /** The group they sit in; null for none. */
  at: string | null;
  locked: boolean;
  canEdit: boolean;
  move: (to: string | null) => void;
  lock: () => void;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: person.id,
    disabled: !canEdit,
  });
  return (
    <li
      ref={setNodeRef}
      {...listeners}
      className={`ruled raised flex items-center gap-1 rounded border px-2 py-0.5 text-sm ${canEdit ? 'cursor-grab touch-none' : ''} ${isDragging ? 'relative z-30 shadow-md' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      <span className="min-w-0 grow truncate" title={person.name}>
        {person.sortable} <span className="quiet text-xs">{section}</span>
      </span>
      {canEdit && (
        <>
          <span className="relative inline-flex rounded p-0.5 opacity-60 focus-within:opacity-100 focus-within:outline-2 focus-within:outline-primary hover:opacity-100">
            <ArrowRightLeft className="size-3.5" aria-hidden />
            <MoveTo name={person.name} groups={groups} at={at} move={move} />
          </span>
          {at !== null && (
            <button
              type="button"
              className="grid size-[24px] shrink-0 cursor-pointer place-items-center"
              aria-pressed={locked}
              aria-label={`${person.name} stays where they are`}
              title={locked ? 'Stays when groups are dealt again' : 'Keep here when groups are dealt again'}
              onPointerDown={(event) => event.stopPropagation()}
              onClick={lock}
            >
              {locked ? (
                <Lock className="size-3.5 text-river" aria-hidden />
              ) : (
                <LockOpen className="size-3.5 opacity-40" aria-hidden />
              )}
            </button>
          )}
        </>
      )}
    </li>
  );
}

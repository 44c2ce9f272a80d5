import { DndContext, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { GroupPlanView, RosterView } from '../../../contract/roster';
import { dealSeats, moveSeat, toggleLock, type SeatedGroup } from '../../../core/roster/groupSeats';
import { newId } from '../../data/newId';
import { useBegun } from '../../data/useBegun';
import { Problem } from '../../ui/Problem';
import { Unsaved } from '../../ui/Unsaved';
import { DealForm } from './DealForm';
import { dragWords } from '../../ui/dragWords';
import { GroupSeat } from './GroupSeat';
import { MoveWarning } from './MoveWarning';
import { useArranging } from './useArranging';

const NOWHERE = 'nowhere';

function Box({ id, children }: { id: string; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <section
      ref={setNodeRef}
      className={`rounded-box border p-3 ${isOver ? 'border-primary bg-river-wash' : 'ruled'}`}
    >
      {children}
    </section>
  );
}

interface PlanProps {
  readonly roster: RosterView;
  readonly canEdit: boolean;
  readonly dropped: () => void;
}

function Arranging({
  plan,
  roster,
  canEdit,
  ...follows
}: PlanProps & { readonly plan: GroupPlanView; readonly begin: () => void; readonly end: () => void }) {
  const arranging = useArranging(plan, follows);
  const { groups, seatAll } = arranging;
  const students = roster.people.filter(({ role, removed }) => role === 'student' && !removed);
  return (
    <div className="px-5 pb-16">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <input
          className="input input-sm raised h-9 w-56 font-serif"
          aria-label="Name of the group plan"
          value={arranging.title}
          disabled={!canEdit}
          onChange={(event) => arranging.setTitle(event.target.value)}
        />
        {canEdit && (
          <DealForm
            students={students.length}
            groups={groups.length}
            deal={(count, by) => seatAll(dealSeats(students, groups, count, by, Math.random, newId))}
          />
        )}
        <span className="grow" />
        {canEdit && plan.version > 0 && plan.usedBy.length === 0 && (
          <button type="button" className="btn btn-ghost btn-sm h-9" onClick={arranging.drop}>
            Remove the plan
          </button>
        )}
        {canEdit && (
          <button
            type="button"
            className="btn btn-primary btn-sm h-9"
            disabled={!arranging.dirty}
            onClick={arranging.save}
          >
            Save the groups
          </button>
        )}
      </div>
      <p className="quiet mt-2 text-sm">
        {plan.usedBy.length > 0
          ? `Used by ${new Intl.ListFormat('en-GB').format(plan.usedBy.map((title) => `“${title}”`))}.`
          : 'No forum runs in these groups yet.'}{' '}
        {canEdit && 'Drag a student to a group, or choose one in the list beside the name.'}
      </p>
      {arranging.isKept && <Unsaved overtaken={arranging.isOvertaken} discard={arranging.discard} />}
      <Problem className="mt-2">{arranging.problem}</Problem>
      <Seats groups={groups} seatAll={seatAll} roster={roster} canEdit={canEdit} />
      {arranging.warned && (
        <MoveWarning
          changes={arranging.warned}
          close={() => arranging.answerWarning(false)}
          confirm={() => arranging.answerWarning(true)}
        />
      )}
    </div>
  );
}

/** Who sits in which group, moved by drag or by the list beside each name. */
function Seats({
  groups,
  seatAll,
  roster,
  canEdit,
}: {
  groups: readonly SeatedGroup[];
  seatAll: (groups: readonly SeatedGroup[]) => void;
  roster: RosterView;
  canEdit: boolean;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const people = new Map(roster.people.map((person) => [person.id, person]));
  const sections = new Map(roster.sections.map((section) => [section.id, section.title]));
  const seated = new Set(groups.flatMap(({ members }) => members.map(({ id }) => id)));
  const outside = roster.people.filter(
    ({ id, role, removed }) => role === 'student' && !removed && !seated.has(id),
  );
  const seat = (id: string, at: string | null, locked: boolean) => {
    const person = people.get(id);
    return (
      person && (
        <GroupSeat
          key={id}
          person={person}
          section={sections.get(person.sectionId ?? '') ?? ''}
          groups={groups}
          at={at}
          locked={locked}
          canEdit={canEdit}
          move={(to) => seatAll(moveSeat(groups, id, to))}
          lock={() => seatAll(toggleLock(groups, id))}
        />
      )
    );
  };
  const nameOf = (id: string) =>
    id === NOWHERE
      ? 'no group'
      : (groups.find((group) => group.id === id)?.title ?? people.get(id)?.name ?? 'the student');
  const rename = (id: string, title: string) =>
    seatAll(groups.map((each) => (each.id === id ? { ...each, title } : each)));
  return (
    <DndContext
      sensors={sensors}
      accessibility={dragWords(nameOf, 'Use the list beside the name to move a student.')}
      onDragEnd={({ active, over }) => {
        if (over) seatAll(moveSeat(groups, String(active.id), over.id === NOWHERE ? null : String(over.id)));
      }}
    >
      <div className="mt-4 grid grid-cols-1 gap-3 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
        <Box id={NOWHERE}>
          <h2 className="text-base">
            In no group <span className="quiet num font-sans text-sm">{outside.length}</span>
          </h2>
          <ul className="mt-2 space-y-1">{outside.map(({ id }) => seat(id, null, false))}</ul>
        </Box>
        {groups.map((group, index) => (
          <Box key={group.id} id={group.id}>
            <div className="flex items-center gap-2">
              <input
                className="input input-xs h-7 grow border-transparent bg-transparent px-1 font-serif text-base font-semibold focus:border-primary"
                aria-label={`Name of group ${index + 1}`}
                value={group.title}
                disabled={!canEdit}
                onChange={(event) => rename(group.id, event.target.value)}
              />
              <span className="quiet num text-sm">{group.members.length}</span>
              {canEdit && (
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`Remove ${group.title}`}
                  onClick={() => seatAll(groups.filter(({ id }) => id !== group.id))}
                >
                  <X className="size-3.5" aria-hidden />
                </button>
              )}
            </div>
            <ul className="mt-2 space-y-1">
              {group.members.map(({ id, locked }) => seat(id, group.id, locked))}
            </ul>
          </Box>
        ))}
        {canEdit && (
          <button
            type="button"
            className="rounded-box ruled quiet min-h-16 cursor-pointer border border-dashed hover:border-primary"
            onClick={() =>
              seatAll([...groups, { id: newId(), title: `Group ${groups.length + 1}`, members: [] }])
            }
          >
            <Plus className="mx-auto size-4" aria-hidden />
            Add a group
          </button>
        )}
      </div>
    </DndContext>
  );
}

/** One group plan: its groups arranged by drag, with the list beside each name, or dealt; unsaved changes are kept. */
export function GroupPlan({
  latest,
  ...rest
}: {
  latest: GroupPlanView;
} & PlanProps) {
  const { view, begin, end } = useBegun(latest);
  return <Arranging key={view.version} plan={view} begin={begin} end={end} {...rest} />;
}

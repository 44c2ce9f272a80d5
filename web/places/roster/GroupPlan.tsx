import { DndContext, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  dropGroupPlan,
  moveChanges,
  saveGroupPlan,
  type GroupPlanView,
  type MoveChangeView,
  type RosterView,
} from '../../../contract/roster';
import { dealSeats, moveSeat, toggleLock, type SeatedGroup } from '../../../core/roster/groupSeats';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useBegun } from '../../data/useBegun';
import { useKeptEdit } from '../../data/useKeptEdit';
import { Unsaved } from '../../ui/Unsaved';
import { DealForm } from './DealForm';
import { GroupSeat } from './GroupSeat';
import { MoveWarning } from './MoveWarning';

const NOWHERE = 'nowhere';

function Box({ id, children }: { id: string; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <section
      ref={setNodeRef}
      className={`rounded-box border p-3 ${isOver ? 'border-primary' : 'ruled'}`}
      style={isOver ? { background: 'var(--river-wash)' } : undefined}
    >
      {children}
    </section>
  );
}

/** A plan as it is being arranged, and the version it began from. */
interface Edit {
  readonly version: number;
  readonly title: string;
  readonly groups: readonly SeatedGroup[];
}

function Arranging({
  plan,
  roster,
  canEdit,
  begin,
  end,
  done,
  dropped,
}: {
  plan: GroupPlanView;
  roster: RosterView;
  canEdit: boolean;
  begin: () => void;
  end: () => void;
  done: () => void;
  dropped: () => void;
}) {
  const course = useCourse();
  const { restored, keptAt, keep, flush, drop: forget } = useKeptEdit<Edit>('groups', plan.id);
  const [edit, setEdit] = useState<Edit>(
    restored?.value ?? { version: plan.version, title: plan.title, groups: plan.groups },
  );
  const [dirty, setDirty] = useState(plan.version === 0 || restored !== null);
  const { title, groups } = edit;
  const [warned, setWarned] = useState<readonly MoveChangeView[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const people = new Map(roster.people.map((person) => [person.id, person]));
  const sections = new Map(roster.sections.map((section) => [section.id, section.title]));
  const students = roster.people.filter(({ role, removed }) => role === 'student' && !removed);
  const groupOf = new Map(
    groups.flatMap(({ id, members }) => members.map((member) => [member.id, id] as const)),
  );
  const outside = students.filter(({ id }) => !groupOf.has(id));
  const change = (next: Partial<Edit>) => {
    const now = { ...edit, ...next };
    setEdit(now);
    setDirty(true);
    begin();
    keep(now);
  };
  const seatAll = (next: readonly SeatedGroup[]) => change({ groups: next });
  const save = async (confirmed: boolean) => {
    setProblem(null);
    try {
      await call(
        saveGroupPlan,
        { course: course.id, plan: plan.id },
        {
          version: plan.version,
          title,
          groups: groups.map((group) => ({ ...group, members: [...group.members] })),
          confirmed,
        },
      );
      toast.success('The groups are saved.');
      forget();
      setDirty(false);
      done();
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.code === 'moveChanges')
        setWarned(moveChanges.parse(error.problem.current));
      else if (error instanceof ApiProblem && error.problem.code === 'conflict') {
        flush();
        done();
      } else setProblem(sentenceOf(error));
    }
  };
  const drop = async () => {
    try {
      await call(dropGroupPlan, { course: course.id, plan: plan.id });
      forget();
      toast.success('The group plan is gone.');
      dropped();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
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
  return (
    <div className="px-5 pb-16">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <input
          className="input input-sm raised h-9 w-56 font-serif"
          aria-label="Name of the group plan"
          value={title}
          disabled={!canEdit}
          onChange={(event) => change({ title: event.target.value })}
        />
        {canEdit && (
          <DealForm
            students={students.length}
            groups={groups.length}
            deal={(count, by) => seatAll(dealSeats(students, groups, count, by, Math.random, newId))}
          />
        )}
        <span className="grow" />
        {canEdit && (
          <>
            {plan.version > 0 && plan.usedBy.length === 0 && (
              <button type="button" className="btn btn-ghost btn-sm h-9" onClick={() => void drop()}>
                Take away
              </button>
            )}
            <button
              type="button"
              className="btn btn-primary btn-sm h-9"
              disabled={!dirty}
              onClick={() => void save(false)}
            >
              Save the groups
            </button>
          </>
        )}
      </div>
      <p className="quiet mt-2 text-sm">
        {plan.usedBy.length > 0
          ? `Conversations of ${plan.usedBy.join(', ')} run in these groups.`
          : 'No forum runs in these groups yet.'}{' '}
        {canEdit && 'Drag a student to a group, or choose one in the list beside the name.'}
      </p>
      {keptAt !== null && (
        <Unsaved
          overtaken={edit.version !== plan.version}
          discard={() => {
            forget();
            setEdit({ version: plan.version, title: plan.title, groups: plan.groups });
            setDirty(plan.version === 0);
            end();
          }}
        />
      )}
      {problem && (
        <p role="alert" className="mt-2 text-error">
          {problem}
        </p>
      )}
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (!over) return;
          const to = over.id === NOWHERE ? null : String(over.id);
          seatAll(moveSeat(groups, String(active.id), to));
        }}
      >
        <div className="mt-4 grid gap-3 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
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
                  onChange={(event) =>
                    seatAll(
                      groups.map((each) =>
                        each.id === group.id ? { ...each, title: event.target.value } : each,
                      ),
                    )
                  }
                />
                <span className="quiet num text-sm">{group.members.length}</span>
                {canEdit && (
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs btn-square"
                    aria-label={`Take ${group.title} away`}
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
      {warned && (
        <MoveWarning
          changes={warned}
          close={() => setWarned(null)}
          confirm={() => {
            setWarned(null);
            void save(true);
          }}
        />
      )}
    </div>
  );
}

/** One group plan: its groups arranged by drag, with the list beside each name, or dealt; unsaved changes are kept. */
export function GroupPlan({
  latest,
  done,
  ...rest
}: {
  latest: GroupPlanView;
  roster: RosterView;
  canEdit: boolean;
  done: () => void;
  dropped: () => void;
}) {
  const { view, begin, end } = useBegun(latest);
  return (
    <Arranging
      key={view.version}
      plan={view}
      begin={begin}
      end={end}
      done={() => {
        end();
        done();
      }}
      {...rest}
    />
  );
}

import { useState } from 'react';
import { toast } from '../../ui/toast';
import {
  dropGroupPlan,
  moveChanges,
  saveGroupPlan,
  type GroupPlanView,
  type MoveChangeView,
} from '../../../contract/roster';
import type { SeatedGroup } from '../../../core/roster/groupSeats';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { useKeptEdit } from '../../data/useKeptEdit';
import { useSaving } from '../../ui/useSaving';

/** A plan as it is being arranged, and the version it began from. */
interface Edit {
  readonly version: number;
  readonly title: string;
  readonly groups: readonly SeatedGroup[];
}

const editOf = ({ version, title, groups }: GroupPlanView): Edit => ({ version, title, groups });

/** What follows from arranging a group plan. */
interface Follows {
  /** It is being arranged: what the server says meanwhile waits. */
  readonly begin: () => void;
  /** It is not any more: it was saved, left, or someone else saved it. */
  readonly end: () => void;
  readonly dropped: () => void;
}

/** Arranging a group plan: what is changed is kept in the browser until it is saved, and what it means for forums under way is asked first. */
export function useArranging(plan: GroupPlanView, { begin, end, dropped }: Follows) {
  const course = useCourse().id;
  const { restored, keptAt, keep, flush, drop: forget } = useKeptEdit<Edit>('groups', plan.id);
  const [edit, setEdit] = useState<Edit>(restored?.value ?? editOf(plan));
  const [dirty, setDirty] = useState(plan.version === 0 || restored !== null);
  const [warned, setWarned] = useState<readonly MoveChangeView[] | null>(null);
  const { problem, setProblem, attempt } = useSaving();
  const change = (next: Partial<Edit>) => {
    const now = { ...edit, ...next };
    setEdit(now);
    setDirty(true);
    begin();
    keep(now);
  };
  const refused = (error: unknown) => {
    const code = error instanceof ApiProblem ? error.problem.code : null;
    if (code === 'moveChanges') setWarned(moveChanges.parse((error as ApiProblem).problem.current));
    else if (code === 'conflict') {
      flush();
      end();
    } else setProblem(sentenceOf(error));
  };
  const save = async (confirmed: boolean) => {
    setProblem(null);
    const { title, groups } = edit;
    const sent = groups.map((group) => ({ ...group, members: [...group.members] }));
    try {
      const body = { version: plan.version, title, groups: sent, confirmed };
      await call(saveGroupPlan, { course, plan: plan.id }, body);
      toast.success('The groups are saved.');
      forget();
      setDirty(false);
      end();
    } catch (error) {
      refused(error);
    }
  };
  return {
    title: edit.title,
    groups: edit.groups,
    dirty,
    problem,
    /** What saving means in forums under way, while it is asked; null otherwise. */
    warned,
    setTitle: (title: string) => change({ title }),
    seatAll: (groups: readonly SeatedGroup[]) => change({ groups }),
    save: () => void save(false),
    answerWarning: (confirmed: boolean) => {
      setWarned(null);
      if (confirmed) void save(true);
    },
    drop: () =>
      void attempt(async () => {
        await call(dropGroupPlan, { course, plan: plan.id });
        forget();
        toast.success('The group plan is gone.');
        dropped();
      }),
    /** Whether changes are kept that are not saved. */
    isKept: keptAt !== null,
    /** Whether someone else has saved the plan since these changes began. */
    isOvertaken: edit.version !== plan.version,
    discard: () => {
      forget();
      setEdit(editOf(plan));
      setDirty(plan.version === 0);
      end();
    },
  };
}

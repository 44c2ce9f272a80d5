import { useRef } from 'react';
import {
  dismissFinding,
  duplicateForums,
  orderForums,
  setForumsRemoved,
  setForumStatus,
  type PlannedForum,
  type PlanView,
} from '../../../contract/plan';
import type { Finding } from '../../../core/checks/check';
import { factsOf } from '../../../core/checks/factsOf';
import { call } from '../../data/api';
import { askedAnew } from '../../data/askAnew';
import { useCourse } from '../../data/course';
import { movedAbove, orderOf, type PlanOrder } from './planOrder';
import type { PlanStep } from './useUndo';

type Status = 'published' | 'draft' | 'frozen' | 'unfrozen';

const BACK: Record<Status, Status> = {
  published: 'draft',
  draft: 'published',
  frozen: 'unfrozen',
  unfrozen: 'frozen',
};
const LABELS: Record<Status, string> = {
  published: 'publishing',
  draft: 'back to draft',
  frozen: 'freezing',
  unfrozen: 'unfreezing',
};

/** What is done to whole forums from the plan, each remembered so that it can be taken back. They throw what `call` throws. */
export interface ForumActions {
  readonly setStatus: (planned: PlannedForum, to: Status) => Promise<void>;
  readonly remove: (planned: PlannedForum) => Promise<void>;
  /** Puts a finding aside with a reason. */
  readonly putAside: (planned: PlannedForum, finding: Finding, reason: string) => Promise<void>;
  /** Puts a forum above another of its unit. */
  readonly moveAbove: (plan: PlanView, planned: PlannedForum, above: string) => Promise<void>;
  readonly duplicate: (
    copies: readonly { from: string; to: string }[],
    where: { unitId: string | null; days: number; toClassDays: boolean },
    label: string,
  ) => Promise<void>;
}

/** @param versionOf the version of a forum as last seen; what is taken back later begins from that one */
export function useForumActions(
  versionOf: (forumId: string) => number,
  push: (step: PlanStep) => void,
): ForumActions {
  const { id: course, units } = useCourse();
  // What is in the bin is not in the plan: its versions are kept here.
  const binned = useRef(new Map<string, number>());
  const status = async (forum: string, to: Status) => {
    await call(setForumStatus, { course, forum }, { version: versionOf(forum), to });
    await askedAnew();
  };
  const setRemoved = async (forums: readonly string[], removed: boolean) => {
    const { versions } = await call(
      setForumsRemoved,
      { course },
      {
        forums: forums.map((id) => ({
          id,
          version: removed ? versionOf(id) : (binned.current.get(id) ?? 0),
        })),
        removed,
      },
    );
    for (const [id, version] of Object.entries(versions)) binned.current.set(id, version);
    await askedAnew();
  };
  return {
    setStatus: async (planned, to) => {
      await status(planned.id, to);
      push({
        label: `${LABELS[to]} ${planned.title}`,
        undo: () => status(planned.id, BACK[to]),
        redo: () => status(planned.id, to),
      });
    },
    remove: async (planned) => {
      await setRemoved([planned.id], true);
      push({
        label: `removing ${planned.title}`,
        undo: () => setRemoved([planned.id], false),
        redo: () => setRemoved([planned.id], true),
      });
    },
    putAside: async (planned, finding, reason) => {
      const about = { forumId: planned.id, code: finding.code, facts: factsOf(finding) };
      const set = async (why: string | null) => {
        await call(dismissFinding, { course }, { ...about, reason: why });
        await askedAnew();
      };
      await set(reason);
      push({
        label: `setting a finding of ${planned.title} aside`,
        undo: () => set(null),
        redo: () => set(reason),
      });
    },
    moveAbove: async (plan, planned, above) => {
      const before = orderOf(plan, units);
      const set = async (order: PlanOrder) => {
        await call(orderForums, { course }, order);
        await askedAnew();
      };
      await set(movedAbove(before, planned.id, above));
      push({
        label: `the place of ${planned.title}`,
        undo: () => set(before),
        redo: () => set(movedAbove(before, planned.id, above)),
      });
    },
    duplicate: async (copies, { unitId, days, toClassDays }, label) => {
      await call(duplicateForums, { course }, { copies: [...copies], unitId, days, toClassDays });
      await askedAnew();
      const made = copies.map(({ to }) => to);
      push({
        label,
        undo: () => setRemoved(made, true),
        redo: () => setRemoved(made, false),
      });
    },
  };
}

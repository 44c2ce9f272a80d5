import { useCallback, useEffect, useRef } from 'react';
import { moveDates, type DatesChange, type PlanView } from '../../../contract/plan';
import { lookUntil, type DatedRules } from '../../../core/plan/mapDates';
import { call } from '../../data/api';
import { askedAnew } from '../../data/askAnew';
import { useCourse } from '../../data/course';
import { useSealWarning } from './useSealWarning';
import type { PlanStep } from './useUndo';
import { sayWhyNot } from '../../ui/sayWhyNot';

/** New dates of a forum, without the version they are based on. */
export interface Move {
  readonly forumId: string;
  readonly rules: DatedRules;
}
type What = 'moved' | 'shifted' | 'ownTerms' | 'undone';

const liftOf = (rules: DatedRules) =>
  rules.seal !== null && typeof rules.seal.lift === 'object' ? rules.seal.lift.at : null;

/** Changes dates of forums on the server, all or none, and remembers how to take them back. */
export function usePlanMoves(plan: PlanView | undefined, push: (step: PlanStep) => void) {
  const course = useCourse();
  const versions = useRef(new Map<string, number>());
  useEffect(() => {
    versions.current = new Map(plan?.forums.map(({ id, version }) => [id, version]));
  }, [plan]);
  const { through, warning } = useSealWarning();

  const send = useCallback(
    async (moves: readonly Move[], what: What, confirmed: boolean) => {
      const changes = moves.map(({ forumId, rules }): DatesChange => ({
        forumId,
        version: versions.current.get(forumId) ?? 0,
        schedule: { ...rules.schedule },
        ownTerms: rules.ownTerms.map((own) => ({
          ...own,
          targets: { kind: own.targets.kind, ids: [...own.targets.ids] },
        })),
        sealLiftsAt: liftOf(rules),
        lookUntil: lookUntil(rules) ?? undefined,
        pairAt: rules.review?.pairAt ?? undefined,
      }));
      const answer = await call(moveDates, { course: course.id }, { changes, what, confirmed });
      for (const [id, version] of Object.entries(answer.versions)) versions.current.set(id, version);
      await askedAnew();
    },
    [course.id],
  );

  const move = useCallback(
    async (moves: readonly Move[], what: What, label: string): Promise<boolean> => {
      if (!plan) return false;
      const before = moves.flatMap(({ forumId }): Move[] => {
        const planned = plan.forums.find(({ id }) => id === forumId);
        return planned ? [{ forumId, rules: planned.forum }] : [];
      });
      const remember = () =>
        push({
          label,
          undo: () => send(before, 'undone', true),
          redo: () => send(moves, what, true),
        });
      let isMoved = false;
      try {
        await through(async (confirmed) => {
          await send(moves, what, confirmed);
          remember();
          isMoved = true;
        });
      } catch (error) {
        sayWhyNot(error);
        await askedAnew();
      }
      return isMoved;
    },
    [plan, push, send, through],
  );
  const versionOf = useCallback((forumId: string) => versions.current.get(forumId) ?? 0, []);
  return { move, versionOf, warning };
}

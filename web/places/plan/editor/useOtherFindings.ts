import { useEffect, useMemo, useState } from 'react';
import type { PlanView } from '../../../../contract/plan';
import { factsOf } from '../../../../core/checks/factsOf';
import type { Finding } from '../../../../core/checks/check';
import { useCourse } from '../../../data/course';
import { useFindings, type PlanFindings } from '../useFindings';

/** What the checks would find in another forum once this one stood in the plan as it is typed. */
export interface OtherFinding {
  readonly forumId: string;
  readonly title: string;
  readonly finding: Finding;
}

/** So long after the last change the checks are asked, ms. */
const PAUSE = 400;

/** Findings of other forums that stand after a change and did not before. */
export function newElsewhere(
  plan: PlanView,
  before: PlanFindings,
  after: PlanFindings,
  self: string,
): OtherFinding[] {
  return plan.forums
    .filter(({ id }) => id !== self)
    .flatMap(({ id, title }) => {
      const known = new Set((before.standing.get(id) ?? []).map((each) => each.code + factsOf(each)));
      return (after.standing.get(id) ?? [])
        .filter((each) => !known.has(each.code + factsOf(each)))
        .map((finding) => ({ forumId: id, title, finding }));
    });
}

/**
 * What publishing a forum would bring up in others, so that it is said before; worked out beside the page, a moment after each change.
 *
 * @param plan as it is
 * @param changed the plan with the forum as it is typed, published
 */
export function useOtherFindings(plan: PlanView, changed: PlanView, self: string): readonly OtherFinding[] {
  const course = useCourse();
  const [settled, setSettled] = useState(changed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(changed), PAUSE);
    return () => clearTimeout(timer);
  }, [changed]);
  const before = useFindings(plan, course);
  const after = useFindings(settled, course);
  return useMemo(
    () => (before.total === null || after.total === null ? [] : newElsewhere(plan, before, after, self)),
    [plan, before, after, self],
  );
}

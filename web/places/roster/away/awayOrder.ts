import type { AnswerOf, SentOf } from '../../../../contract/endpoint';
import type { PlanView, setTimeAway } from '../../../../contract/plan';
import type { DueWhileAway } from '../../../../core/plan/timeAway';

/** What becomes of a forum of which something is due while a student is away. */
export type AwayChoice = 'move' | 'excuse' | 'leave';

type Order = Pick<SentOf<typeof setTimeAway>, 'changes' | 'excuse'>;

type OwnTermsSent = Order['changes'][number]['ownTerms'];

/** A change of nothing but the own terms of a forum. */
function ownTermsChange(
  planned: PlanView['forums'][number],
  ownTerms: PlanView['forums'][number]['forum']['ownTerms'],
  version: number,
): Order['changes'][number] {
  return {
    forumId: planned.id,
    version,
    schedule: { ...planned.forum.schedule },
    ownTerms: ownTerms.map((own) => ({
      ...own,
      targets: { kind: own.targets.kind, ids: [...own.targets.ids] },
    })) as OwnTermsSent,
  };
}

/** What is chosen for a forum: excusing only where it is scored, moving only where a date would move. */
export function choiceFor(
  found: DueWhileAway,
  chosen: ReadonlyMap<string, AwayChoice>,
  usual: AwayChoice,
  isScored: boolean,
): AwayChoice {
  const choice = chosen.get(found.forumId) ?? usual;
  return choice === 'excuse' && !isScored ? 'move' : choice;
}

/** What is sent for the choices made, and what undoes it once the server has answered. */
export function awayOrder(
  plan: PlanView,
  found: readonly DueWhileAway[],
  choice: (each: DueWhileAway) => AwayChoice,
): { readonly order: Order; readonly undo: (answer: AnswerOf<typeof setTimeAway>) => Order } {
  const planned = new Map(plan.forums.map((forum) => [forum.id, forum]));
  const moved = found.filter((each) => choice(each) === 'move');
  const excused = found.filter((each) => choice(each) === 'excuse').map(({ forumId }) => forumId);
  return {
    order: {
      changes: moved.map(({ forumId, ownTerms }) => {
        const forum = planned.get(forumId)!;
        return ownTermsChange(forum, ownTerms, forum.version);
      }),
      excuse: excused.map((forumId) => ({ forumId, excused: true })),
    },
    undo: ({ versions, excused: changed }) => ({
      changes: moved.map(({ forumId }) => {
        const forum = planned.get(forumId)!;
        return ownTermsChange(forum, forum.forum.ownTerms, versions[forumId]!);
      }),
      excuse: changed.map((forumId) => ({ forumId, excused: false })),
    }),
  };
}

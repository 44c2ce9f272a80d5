import type { AnswerOf, SentOf } from '../../../../contract/endpoint';
import type { PlanView, setTimeAway } from '../../../../contract/plan';
import type { StudentTerm } from '../../../../contract/studentTerm';
import { isMadeAlready, type DueWhileAway } from '../../../../core/plan/timeAway';

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

/** The forums in which a student has already made what is due while they are away. */
export function forumsMade(
  found: readonly Pick<DueWhileAway, 'forumId' | 'due'>[],
  { forums }: Pick<StudentTerm, 'forums'>,
): ReadonlySet<string> {
  const slotsOf = new Map(forums.map(({ id, slots }) => [id, slots]));
  const made = found.filter((each) => isMadeAlready(each, slotsOf.get(each.forumId) ?? []));
  return new Set(made.map(({ forumId }) => forumId));
}

/** What is chosen for a forum: excusing only where it is scored; where everything is made, it is left unless somebody chooses. */
export function choiceFor(
  { forumId }: Pick<DueWhileAway, 'forumId'>,
  chosen: ReadonlyMap<string, AwayChoice>,
  usual: AwayChoice,
  { scored, made }: { readonly scored: ReadonlySet<string>; readonly made: ReadonlySet<string> },
): AwayChoice {
  const choice = chosen.get(forumId) ?? (made.has(forumId) ? 'leave' : usual);
  return choice === 'excuse' && !scored.has(forumId) ? 'move' : choice;
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

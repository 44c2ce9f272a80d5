import { PanelActions } from './PanelActions';
import { PanelFacts, PanelSeal } from './PanelFacts';
import { PanelOwnTerms } from './PanelOwnTerms';
import { X } from 'lucide-react';
import { Link } from 'react-router';
import type { PlannedForum, PlanView } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import type { OwnTerms } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import type { FindingWords } from '../../../../words/findings';
import { FindingItem } from '../FindingItem';
import { titleIn } from '../planOrder';
import { forumSentence } from '../planData';
import type { ForumActions } from '../useForumActions';
import type { Move } from '../usePlanMoves';

/** A chosen forum beside the plan: its dates in words, its seal, what the checks found, and what can be done. */
export function ForumPanel({
  planned,
  findings,
  words,
  plan,
  move,
  actions,
  editOwnTerms,
}: {
  planned: PlannedForum;
  findings: readonly Finding[];
  words: FindingWords;
  plan: PlanView;
  move: ((moves: readonly Move[], what: 'moved', label: string) => Promise<boolean>) | null;
  actions: ForumActions;
  /** Opens own terms, or new ones. */
  editOwnTerms: (own: OwnTerms | null) => void;
}) {
  const course = useCourse();
  const { forum } = planned;
  const unit = course.units.findIndex(({ id }) => id === planned.unitId);
  return (
    <aside
      aria-label={planned.title}
      className="ruled raised fixed inset-x-0 top-[52px] bottom-0 z-20 overflow-y-auto border-l p-5 min-[900px]:sticky min-[900px]:top-[52px] min-[900px]:z-0 min-[900px]:h-[calc(100vh-52px)] min-[900px]:w-80 min-[900px]:shrink-0"
    >
      <div className="flex items-start justify-between gap-2">
        <p className="label-caps">{unit >= 0 ? `Unit ${unit + 1}` : 'On top'}</p>
        <Link to="." replace className="btn btn-ghost btn-xs btn-square" aria-label="Close">
          <X className="size-4" aria-hidden />
        </Link>
      </div>
      <h2 className="mt-1 text-xl leading-snug">{planned.title}</h2>
      <p className="quiet mt-1">{forumSentence(forum)}</p>
      <PanelFacts planned={planned} />
      <PanelSeal planned={planned} />
      {findings.length > 0 && (
        <ul className="mt-4 space-y-2">
          {findings.map((finding) => (
            <li key={finding.code + finding.field + String(finding.params.space ?? '')}>
              <FindingItem
                planned={planned}
                finding={finding}
                words={words}
                move={move}
                moveAbove={(each, above) => actions.moveAbove(plan, each, above)}
                titleOf={titleIn(plan)}
                putAside={actions.putAside}
              />
            </li>
          ))}
        </ul>
      )}
      <PanelOwnTerms planned={planned} plan={plan} edit={editOwnTerms} />
      <PanelActions planned={planned} plan={plan} actions={actions} />
    </aside>
  );
}

import { Link } from 'react-router';
import type { PlannedForum, PlanView } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import type { Forum, OwnTerms } from '../../../../core/course/forum';
import { pairingAt } from '../../../../core/terms/pairingAt';
import { hasEnded, hasOpened } from '../../../../core/time/minute';
import { ownTermsWords } from '../../../../words/ownTerms';
import { scheduleWords } from '../../../../words/schedule';
import { useNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { datesIn } from '../../../ui/dateWords';
import { targetWords } from '../planData';
import { MovingDate } from './MovingDate';
import { StripHandles } from './StripHandles';
import { StripName } from './StripName';
import { OwnTermsStrip, placeIn, TermStrip } from './TermStrip';
import type { useStripMoves } from './useStripMoves';

/** Names stand on the left and stay there, the term runs on the right. */
export const GRID = 'min-[900px]:grid min-[900px]:grid-cols-[19rem_1fr] min-[900px]:items-center';
export const LEFT = 'min-[900px]:sticky min-[900px]:left-0 min-[900px]:z-20';

/** One forum across the term, with its own terms below it. */
export function TimelineRow({
  planned,
  plan,
  findings,
  isSelected,
  strips,
  canMove,
  editOwnTerms,
}: {
  planned: PlannedForum;
  plan: PlanView;
  findings: readonly Finding[];
  isSelected: boolean;
  strips: ReturnType<typeof useStripMoves>;
  canMove: boolean;
  editOwnTerms: (terms: OwnTerms) => void;
}) {
  const course = useCourse();
  const now = useNow();
  const { zone } = course;
  const term = { from: course.termStart, to: course.termEnd };
  const saved = planned.forum;
  const moving = strips.moving?.forumId === planned.id ? strips.moving : null;
  const forum: Forum = moving ? { ...saved, ...moving.rules } : saved;
  const draft = forum.status === 'draft';
  const bare = Object.values(saved.schedule).every((at) => at === null);
  const active =
    !draft &&
    !forum.frozen &&
    hasOpened(forum.schedule.postingFrom, now) &&
    !hasEnded(forum.schedule.postingUntil, now);
  const background = isSelected ? 'var(--river-wash)' : 'var(--color-base-100)';
  const marked = isSelected ? { background } : undefined;
  return (
    <li className={isSelected ? '' : 'group/row'}>
      <div className={GRID} style={marked}>
        <Link
          to={`?forum=${planned.id}`}
          replace
          className={`block min-w-0 bg-base-100 pr-3 pl-5 ${bare ? 'py-0.5' : 'py-1'} ${LEFT} group-hover/row:bg-base-200`}
          style={marked}
          aria-current={isSelected ? 'true' : undefined}
        >
          <StripName planned={planned} findings={findings} />
        </Link>
        <div className="relative hidden min-[900px]:block">
          <TermStrip
            schedule={forum.schedule}
            term={term}
            draft={draft}
            active={active}
            replies={forum.required.replies > 0 || forum.schedule.repliesDue !== null}
            pairsAt={forum.review?.pairAt == null ? null : pairingAt(forum)}
            thin={bare}
          />
          {canMove && (
            <StripHandles
              forumId={planned.id}
              title={planned.title}
              zone={zone}
              // What is dragged stays where it was taken: distances are measured from there.
              schedule={strips.dragging ? saved.schedule : forum.schedule}
              x={(at) => placeIn(term, at)}
              onKey={(handle, event) => strips.key(planned.id, handle, event)}
              onBlur={() => strips.leave(planned.id)}
            />
          )}
          {moving && <MovingDate planned={planned} forum={forum} handle={moving.handle} plan={plan} />}
        </div>
        <p className="quiet px-5 pb-2 text-sm min-[900px]:sr-only">{scheduleWords(forum, datesIn(zone))}</p>
      </div>
      {forum.ownTerms.map((own) => (
        <div key={own.id} className={`hidden ${GRID}`} style={marked}>
          <button
            type="button"
            className={`quiet block cursor-pointer truncate pr-1 pl-8 text-left text-xs hover:underline ${LEFT}`}
            style={{ background }}
            title={`${targetWords(own.targets, plan, course)}: ${ownTermsWords(own, datesIn(zone))}`}
            onClick={() => editOwnTerms(own)}
          >
            {targetWords(own.targets, plan, course)}: {ownTermsWords(own, datesIn(zone))}
          </button>
          <OwnTermsStrip own={own} schedule={forum.schedule} term={term} />
        </div>
      ))}
    </li>
  );
}

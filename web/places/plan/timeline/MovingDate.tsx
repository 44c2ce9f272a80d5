import { useMemo } from 'react';
import type { PlannedForum, PlanView } from '../../../../contract/plan';
import type { Forum } from '../../../../core/course/forum';
import { findingWords } from '../../../../words/findings';
import { DATE_WORDS } from '../../../../words/schedule';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';
import { courseDataFrom, findingsFor, wordsFor } from '../planData';
import type { HandleName } from './StripHandles';
import { toldDate } from './stripMoves';
import { placeIn } from './TermStrip';

/** The date that a strip which is moved would come to, and what would be wrong with it. */
export function MovingDate({
  planned,
  forum,
  handle,
  plan,
}: {
  planned: PlannedForum;
  /** As it would stand. */
  forum: Forum;
  handle: HandleName;
  plan: PlanView;
}) {
  const course = useCourse();
  const data = useMemo(() => courseDataFrom(plan, course.zone), [plan, course.zone]);
  const at = toldDate(handle, forum.schedule);
  if (at === null) return null;
  const words = wordsFor(plan, course);
  const left = placeIn({ from: course.termStart, to: course.termEnd }, at);
  return (
    <span
      role="status"
      className="rounded-box raised ruled pointer-events-none absolute top-7 z-30 w-max max-w-80 -translate-x-1/2 border px-2.5 py-1.5 text-sm shadow-sm"
      style={{ left: `${Math.min(88, Math.max(12, left))}%` }}
    >
      <b className="num">
        {handle === 'all' ? '' : `${DATE_WORDS[handle]} `}
        {dateWords(at, course.zone)}
      </b>
      {findingsFor(plan, course, data, forum, planned.categoryId, planned.hasPrompt).map((finding) => (
        <span key={finding.code + finding.field} className="block text-late">
          {findingWords(finding, words).title}
        </span>
      ))}
    </span>
  );
}

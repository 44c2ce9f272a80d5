import { SLOT_KINDS } from '../../../../core/course/slotKind';
import { requirementOf } from '../../../../core/participation/requirements/requirements';
import { plannedWords } from '../../../../words/requirements';
import { type ReactNode } from 'react';
import type { PlannedForum } from '../../../../contract/plan';
import { useCourse } from '../../../data/course';
import { datesIn, dateWords } from '../../../ui/dateWords';
import { plural, maximumWords, numberWords } from '../../../../words/numbers';
import { SealMark } from '../../../ui/SealMark';
import { windowWords } from '../../../../words/schedule';

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[5.5rem_1fr] gap-2 py-1">
      <dt className="quiet">{name}</dt>
      <dd className="num">{children}</dd>
    </div>
  );
}

/** When a forum is there, what it requires, and what it comes to. */
export function PanelFacts({ planned }: { planned: PlannedForum }) {
  const course = useCourse();
  const { schedule, required, evaluation } = planned.forum;
  const numbers = { ...required, different: required.different ?? required.replies };
  const category = course.categories.find(({ id }) => id === planned.categoryId);
  return (
    <dl className="ruled mt-3 border-b pb-3">
      <Line name="Visible">
        {windowWords(schedule.visibleFrom, schedule.visibleUntil, datesIn(course.zone))}
      </Line>
      <Line name="Posting">
        {windowWords(schedule.postingFrom, schedule.postingUntil, datesIn(course.zone))}
      </Line>
      {SLOT_KINDS.map((kind) => {
        const said = numbers[requirementOf(kind).count] > 0 ? plannedWords(kind, numbers) : null;
        const due = said && schedule[said.due];
        return (
          said && (
            <Line key={kind} name={said.title}>
              {due !== null && <b className="font-semibold">{dateWords(due, course.zone)} · </b>}
              {said.text}
            </Line>
          )
        );
      })}
      <Line name="Evaluated">
        {evaluation === null
          ? 'no'
          : `${maximumWords(evaluation.maximum)} points${category ? ` · ${category.title}` : ''}`}
      </Line>
      <Line name="Posts">{numberWords(planned.posts)}</Line>
    </dl>
  );
}

/** What opens the seal, and when it lifts. */
export function PanelSeal({ planned }: { planned: PlannedForum }) {
  const course = useCourse();
  const { seal, required } = planned.forum;
  if (seal === null) return null;
  return (
    <p className="mt-3 flex gap-2.5">
      <SealMark size={17} />
      <span>
        Sealed until the student’s own post has{' '}
        {plural(seal.minWords ?? Math.max(1, required.initialMinWords), 'word')}; then open at once.{' '}
        {seal.lift === 'never'
          ? 'The seal never lifts by itself.'
          : seal.lift === 'whenPostingCloses'
            ? 'The seal lifts when posting closes.'
            : seal.lift === 'atInitialDue'
              ? 'The seal lifts when the initial post is due.'
              : `The seal lifts ${dateWords(seal.lift.at, course.zone)}.`}
      </span>
    </p>
  );
}

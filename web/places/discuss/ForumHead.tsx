import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ForumView } from '../../../contract/discuss';
import { useCourse } from '../../data/course';
import { dateWords } from '../../ui/dateWords';
import { Prose } from '../../ui/Prose';
import { Empty } from '../../ui/states';
import { SpaceChoice } from './reading/SpaceChoice';
import { OpeningComposer } from './writing/OpeningComposer';
import { ClosedNotice, SealNotice, YourPart } from './YourPart';

/** A forum that has to be opened elsewhere first. */
export function Locked({ forum }: { forum: ForumView }) {
  const course = useCourse();
  return (
    <Empty title={forum.title}>
      This opens when you have made{' '}
      {forum.unmet.map(({ forumId, title, condition }, index) => (
        <span key={forumId}>
          {index > 0 && ' and '}
          {condition} in{' '}
          <Link className="link-plain" to={`/c/${course.id}/discuss/${forumId}`}>
            {title}
          </Link>
        </span>
      ))}
      .
      {forum.dates.postingFrom !== null &&
        ` Posting is from ${dateWords(forum.dates.postingFrom, course.zone)}.`}
    </Empty>
  );
}

/** What stands above a conversation: title, prompt, what it asks, and the place to answer it. */
export function ForumHead({
  forum,
  space,
  children,
}: {
  forum: ForumView;
  space: ForumView['spaces'][number] | null;
  children: ReactNode;
}) {
  const course = useCourse();
  const unit = course.units.findIndex(({ id }) => id === forum.unitId);
  const isStaff = course.role !== 'student';
  return (
    <>
      <p className="label-caps lg:hidden">{unit >= 0 ? `Unit ${unit + 1}` : 'On top'}</p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 id="prompt" className="scroll-mt-20 text-2xl leading-snug sm:text-[1.7rem]">
          {forum.title}
        </h1>
        {isStaff && (
          <p className="no-print flex gap-4 text-sm">
            {forum.status === 'draft' && (
              <b style={{ color: 'var(--late)' }}>draft: students do not see it</b>
            )}
            {course.role === 'instructor' && (
              <Link className="link-plain" to={`/c/${course.id}/plan/${forum.id}/edit`}>
                Settings
              </Link>
            )}
            <Link className="link-plain" to={`/c/${course.id}/evaluate/${forum.id}`}>
              Docket
            </Link>
          </p>
        )}
      </div>
      <div className="mt-4 space-y-5">
        <YourPart forum={forum} />
        {children}
        <Prose html={forum.promptHtml} />
        {forum.phase !== null && <ClosedNotice forum={forum} />}
        <SpaceChoice forum={forum} chosen={space} />
        {forum.openings !== 'answerQuestions' && (
          <>
            <OpeningComposer space={space} />
            <SealNotice forum={forum} />
          </>
        )}
      </div>
    </>
  );
}

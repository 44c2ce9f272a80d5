import { addresses } from '../../../../words/addresses';
import { Link } from 'react-router';
import type { StudentTerm, TermForum } from '../../../../contract/studentTerm';
import type { DateName, NumberName } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';
import { plural, maximumWords } from '../../../../words/numbers';
import { Tally } from '../../../ui/Tally';
import { DATES } from '../../../../words/ownTerms';
import { NUMBER_WORDS } from '../../../../words/requirements';
import { cellWords } from '../matrix/cellWords';

const STANDING: Record<TermForum['standing'], string> = {
  none: 'nothing written',
  partial: 'partly there',
  complete: 'complete',
  completeLate: 'complete, some late',
};
const PHASE: Record<TermForum['phase'], string> = {
  absent: 'not visible',
  locked: 'locked',
  announced: 'announced',
  readOnly: 'read only',
  open: 'open',
};
const LOOK = { asked: 'waits for another look', answered: 'looked at again', changed: 'looked at again' };

/** "initial post Fri 6 Mar, 23:59 (accommodation)" */
function termWords({ name, value, source }: TermForum['ownTerms'][number], zone: string): string {
  const from =
    source.from === 'accommodation'
      ? 'accommodation'
      : source.from === 'forum'
        ? ''
        : { students: 'own terms', groups: 'terms of the group', sections: 'terms of the section' }[
            source.level
          ];
  const words =
    name in DATES
      ? `${DATES[name as DateName]} ${value === null ? 'without limit' : dateWords(value, zone)}`
      : `${value} ${NUMBER_WORDS[name as NumberName].many}`;
  return `${words} (${from})`;
}

function talkWords(forum: TermForum): string {
  const { posts, held, answersGiven, answersReceived, answeredBy, asides } = forum;
  const { reviewsSent, reviewsReceived } = forum;
  return [
    posts > 0 && plural(posts, 'post'),
    held > 0 && `${held} held`,
    answersGiven > 0 && `replied to ${plural(answersGiven, 'classmate')}`,
    answersReceived > 0
      ? `got ${plural(answersReceived, 'reply', 'replies')} from ${answeredBy}`
      : posts > 0 && 'no reply yet',
    asides > 0 && plural(asides, 'aside'),
    reviewsSent > 0 && `reviewed ${plural(reviewsSent, 'classmate')}`,
    reviewsReceived > 0 && `received ${plural(reviewsReceived, 'review')}`,
    forum.visits && `opened ${plural(forum.visits.visits, 'time')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** One forum of a student's term. */
export function TermForumRow({ forum, term }: { forum: TermForum; term: StudentTerm }) {
  const course = useCourse();
  const item = term.items.find(({ forumId }) => forumId === forum.id);
  const shown = item && cellWords(item.cell, item, term.letters, '');
  const missed = forum.missedInARow;
  return (
    <li
      className="ruled grid grid-cols-[1fr_auto] items-start gap-x-6 border-b py-2.5"
      style={missed ? { boxShadow: 'inset 3px 0 0 var(--seal)', paddingLeft: '0.75rem' } : undefined}
    >
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline gap-x-2">
          <Link
            to={addresses.desk(course.id, forum.id, term.student.id)}
            className="font-serif text-base font-semibold hover:underline"
          >
            {forum.title}
          </Link>
          <span className="quiet text-sm">
            {forum.asked ? PHASE[forum.phase] : 'not asked'}
            {forum.lastDue !== null && ` · due ${dateWords(forum.lastDue, course.zone)}`}
            {forum.asked &&
              forum.reviewsDue !== null &&
              ` · reviews due ${dateWords(forum.reviewsDue, course.zone)}`}
          </span>
        </p>
        <p className="num quiet text-sm">
          {[forum.asked && STANDING[forum.standing], talkWords(forum)].filter(Boolean).join(' · ')}
        </p>
        {missed && <p className="text-sm font-semibold text-seal">Missed, one of several in a row</p>}
        {forum.ownTerms.length > 0 && (
          <p className="num text-sm">{forum.ownTerms.map((own) => termWords(own, course.zone)).join('; ')}</p>
        )}
        {forum.looks.map(({ id, state, reason }) => (
          <p key={id} className="text-sm">
            <span className={state === 'asked' ? 'text-late font-semibold' : undefined}>{LOOK[state]}</span>:
            “{reason}”
          </p>
        ))}
      </div>
      <div className="flex items-center gap-4">
        <Tally slots={forum.slots} />
        <p className="num w-28 text-right">
          {shown ? (
            <>
              <span
                className={shown.struck ? 'line-through' : shown.look === 'quiet' ? 'quiet' : 'font-semibold'}
              >
                {shown.text}
                {shown.mark === 'changed' && '△'}
              </span>
              {item.cell.points !== undefined && item.display === 'points' && (
                <span className="quiet"> / {maximumWords(item.maximum)}</span>
              )}
              {shown.also && <span className="quiet block text-xs">{shown.also}</span>}
            </>
          ) : (
            <span className="quiet text-sm">not evaluated</span>
          )}
        </p>
      </div>
    </li>
  );
}

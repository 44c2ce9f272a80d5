import { useState } from 'react';
import { Link } from 'react-router';
import type { MoreTimeRequest } from '../../../contract/moreTime';
import { DATE_WORDS } from '../../../words/schedule';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { When } from '../../ui/When';
import { DeclineDialog, GrantDialog } from './AnswerDialogs';
import { duesOf } from './grantForm';

/** A student who asks for more time, with what they have now, and the answers there are. */
export function MoreTimeItem({ request }: { request: MoreTimeRequest }) {
  const course = useCourse();
  const [open, setOpen] = useState<'grant' | 'decline' | null>(null);
  const { student, forum } = request;
  return (
    <li className="ruled border-b py-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Link to={addresses.studentTerm(course.id, student.id)} className="font-semibold hover:underline">
          {student.name}
        </Link>
        <Link to={addresses.forum(course.id, forum.id)} className="min-w-0 grow hover:underline">
          {forum.title}
        </Link>
        <When at={request.askedAt} className="quiet num text-sm" />
      </div>
      <p className="quiet num text-sm">
        {duesOf(request).map(({ name, at }, index) => (
          <span key={name}>
            {index > 0 && ' · '}
            {DATE_WORDS[name]} <When at={at} />
          </span>
        ))}
        {request.until !== null && (
          <b className="font-semibold">
            {' · '}asks for time until <When at={request.until} />
          </b>
        )}
      </p>
      <p className="mt-1 max-w-prose whitespace-pre-line">{request.reason}</p>
      {course.role === 'instructor' ? (
        <p className="mt-2 flex gap-3">
          <button type="button" className="btn btn-primary btn-sm" onClick={() => setOpen('grant')}>
            Give more time …<span className="sr-only"> to {request.student.name}</span>
          </button>
          <button type="button" className="btn btn-sm raised ruled" onClick={() => setOpen('decline')}>
            Decline …<span className="sr-only"> {request.student.name}’s request</span>
          </button>
        </p>
      ) : (
        <p className="quiet mt-1 text-sm">An instructor answers this.</p>
      )}
      {open === 'grant' && <GrantDialog request={request} close={() => setOpen(null)} />}
      {open === 'decline' && <DeclineDialog request={request} close={() => setOpen(null)} />}
    </li>
  );
}

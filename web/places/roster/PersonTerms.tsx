import { addresses } from '../../../words/addresses';
import { datesIn } from '../../ui/dateWords';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { getPlan } from '../../../contract/plan';
import type { RosterPerson } from '../../../contract/roster';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { ownTermsWords } from '../../../words/ownTerms';
import { TimeAwayDialog } from './away/TimeAwayDialog';

/** A student's own terms over all forums, and new ones. */
export function PersonTerms({ person }: { person: RosterPerson }) {
  const course = useCourse();
  const navigate = useNavigate();
  const { data } = useApi(getPlan, { course: course.id });
  const [forum, setForum] = useState('');
  const [isAway, setAway] = useState(false);
  const lines = (data?.forums ?? []).flatMap((planned) =>
    planned.forum.ownTerms
      .filter(({ targets }) => targets.kind === 'students' && targets.ids.includes(person.id))
      .map((own) => ({ planned, own })),
  );
  return (
    <section aria-label="Own terms" className="ruled mt-5 border-t pt-4">
      <h3 className="text-base">Own terms</h3>
      <ul className="mt-1 text-sm">
        {lines.map(({ planned, own }) => (
          <li key={own.id} className="py-0.5">
            <Link
              to={addresses.plan(course.id, { forum: planned.id })}
              className="font-semibold hover:underline"
            >
              {planned.title}
            </Link>{' '}
            <span className="quiet">{ownTermsWords(own, datesIn(course.zone))}</span>
          </li>
        ))}
        {data && lines.length === 0 && <li className="quiet">The same as for everyone.</li>}
      </ul>
      {course.role === 'instructor' && (
        <select
          className="select select-sm raised mt-2 h-9 w-full"
          aria-label="Give own terms in a forum"
          value={forum}
          onChange={(event) => {
            setForum(event.target.value);
            void navigate(
              addresses.plan(course.id, { forum: event.target.value, terms: 'new', student: person.id }),
            );
          }}
        >
          <option value="">Give own terms in …</option>
          {data?.forums.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      )}
      {course.role === 'instructor' && !person.removed && (
        <button type="button" className="link-plain mt-2 text-sm" onClick={() => setAway(true)}>
          Time away: move or excuse what is due
        </button>
      )}
      {isAway && <TimeAwayDialog person={person} close={() => setAway(false)} />}
    </section>
  );
}

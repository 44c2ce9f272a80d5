import { Link } from 'react-router';
import type { ForumForEdit, PlanView } from '../../../../contract/plan';
import { addresses } from '../../../../words/addresses';
import { ownTermsWords } from '../../../../words/ownTerms';
import { useCourse } from '../../../data/course';
import { FormRow } from '../../../forms/FormRow';
import { datesIn } from '../../../ui/dateWords';
import { targetWords } from '../planData';

/** The own terms that are there; they are given in the plan. */
export function OwnTermsRow({ saved, plan }: { saved: ForumForEdit; plan: PlanView }) {
  const course = useCourse();
  return (
    <FormRow label="Own terms">
      <ul className="pt-1.5 text-sm">
        {saved.settings.rules.ownTerms.map((own) => (
          <li key={own.id}>
            <b className="font-semibold">{targetWords(own.targets, plan, course)}:</b>{' '}
            {ownTermsWords(own, datesIn(course.zone))}
          </li>
        ))}
      </ul>
      <Link to={addresses.plan(course.id, { forum: saved.id, terms: 'new' })} className="link-plain text-sm">
        {saved.settings.rules.ownTerms.length === 0
          ? 'Give a section, a group or a student own terms'
          : 'Add or change own terms'}
      </Link>
    </FormRow>
  );
}

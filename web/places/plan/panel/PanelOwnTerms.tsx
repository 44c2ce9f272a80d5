import type { PlannedForum, PlanView } from '../../../../contract/plan';
import type { OwnTerms } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { datesIn } from '../../../ui/dateWords';
import { ownTermsWords } from '../../../../words/ownTerms';
import { targetWords } from '../planData';

/** Own terms that are there; one key opens them, or new ones. */
export function PanelOwnTerms({
  planned,
  plan,
  edit,
}: {
  planned: PlannedForum;
  plan: PlanView;
  edit: (own: OwnTerms | null) => void;
}) {
  const course = useCourse();
  const { forum } = planned;
  return (
    <>
      <h3 className="mt-5 font-sans text-sm font-bold">Own terms</h3>
      <ul className="mt-1 text-sm">
        {forum.ownTerms.map((own) => (
          <li key={own.id} className="ruled border-b last:border-0">
            <button
              type="button"
              className="flex w-full cursor-pointer justify-between gap-3 py-1.5 text-left hover:underline"
              onClick={() => edit(own)}
            >
              <b className="font-semibold">{targetWords(own.targets, plan, course)}</b>
              <span className="quiet text-right">{ownTermsWords(own, datesIn(course.zone))}</span>
            </button>
          </li>
        ))}
      </ul>
      {course.role === 'instructor' ? (
        <button type="button" className="link-plain mt-1 text-sm" onClick={() => edit(null)}>
          Add own terms
        </button>
      ) : (
        forum.ownTerms.length === 0 && <p className="quiet text-sm">The same for everyone.</p>
      )}
    </>
  );
}

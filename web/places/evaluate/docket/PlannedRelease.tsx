import { toast } from '../../../ui/toast';
import { planRelease } from '../../../../contract/docketActions';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { When } from '../../../ui/When';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** When scores are released by themselves, and taking that back. */
export function PlannedRelease({ forum, at }: { forum: string; at: number | null }) {
  const course = useCourse();
  if (at === null) return null;
  const cancel = () =>
    void orSayWhyNot(async () => {
      await call(planRelease, { course: course.id, forum }, { at: null });
      toast.success('No release is planned any more.');
    });
  return (
    <p className="mt-1.5 text-xs">
      To be released <When at={at} /> ·{' '}
      <button type="button" className="link-plain" onClick={cancel}>
        Cancel
      </button>
    </p>
  );
}

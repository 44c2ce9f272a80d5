import { getReviewsOf } from '../../../contract/reviewing';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Failed, Loading } from '../../ui/states';
import { StaffReviewItem } from './StaffReviewItem';

/** The reviews one student wrote. */
export function ReadReviews({
  forum,
  student,
  close,
}: {
  forum: string;
  student: { readonly id: string; readonly name: string };
  close: () => void;
}) {
  const course = useCourse().id;
  const { data, error } = useApi(getReviewsOf, { course, forum, student: student.id });
  return (
    <Dialog title={`Reviews by ${student.name}`} onClose={close} wide>
      {error && !data && <Failed error={error} />}
      {!data && !error && <Loading />}
      {data?.wrote.length === 0 && <p className="quiet">Nothing was sent yet.</p>}
      {data?.wrote.map((review) => (
        <StaffReviewItem key={review.id} forum={forum} review={review} names="author" />
      ))}
    </Dialog>
  );
}

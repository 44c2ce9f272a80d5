import { getStudentAttainment } from '../../../contract/outcomes';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { ReachedOutcomes } from '../../ui/ReachedOutcomes';
import { Failed, Loading } from '../../ui/states';

/** How far one student reaches each outcome, for staff; nothing where the course has no outcomes. */
export function StudentOutcomes({ student }: { student: string }) {
  const course = useCourse();
  const { data, error } = useApi(getStudentAttainment, { course: course.id, student });
  if (error && !data) return <Failed error={error} />;
  if (!data) return <Loading />;
  return <ReachedOutcomes outcomes={data.outcomes} studentId={student} />;
}

/** The same in a window over the class. */
export function StudentOutcomesDialog({
  student,
  close,
}: {
  student: { readonly id: string; readonly name: string };
  close: () => void;
}) {
  return (
    <Dialog title={`Outcomes of ${student.name}`} onClose={close}>
      <StudentOutcomes student={student.id} />
    </Dialog>
  );
}

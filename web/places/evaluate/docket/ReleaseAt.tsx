import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { planRelease } from '../../../../contract/docketActions';
import { fromWallClock } from '../../../../core/time/wallClock';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';
import { DateInput } from '../../../ui/dates/DateInput';

/** Plans when everything given by then is released. */
export function ReleaseAt({ forum, close }: { forum: string; close: () => void }) {
  const course = useCourse();
  const [wall, setWall] = useState('');
  const { problem, setProblem, attempt } = useSaving();
  const plan = () =>
    attempt(async () => {
      await call(planRelease, { course: course.id, forum }, { at: fromWallClock(wall, course.zone) });
      close();
      toast.success('The release is planned.');
    });
  return (
    <Dialog title="Release at a set time" onClose={close}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (wall === '') setProblem('Choose a date and a time.');
          else void plan();
        }}
      >
        <p className="mb-1">Every score given by then is released, and students are told:</p>
        <DateInput
          aria-label="Release at"
          value={wall}
          onChange={(event) => {
            setWall(event.target.value);
            setProblem(null);
          }}
        />
        <Problem className="mt-1 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-3">Plan the release</button>
      </form>
    </Dialog>
  );
}

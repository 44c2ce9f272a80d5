import { useState } from 'react';
import { toast } from 'sonner';
import { planRelease } from '../../../../contract/docketActions';
import { fromWallClock } from '../../../../core/time/wallClock';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { When } from '../../../ui/When';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';
import { DateInput } from '../../../ui/dates/DateInput';

/** Plans when everything given by then is released, or takes the plan back. */
export function ReleaseAt({
  forum,
  at,
}: {
  forum: string;
  /** What is planned; null for nothing. */
  at: number | null;
}) {
  const course = useCourse();
  const [open, setOpen] = useState(false);
  const [wall, setWall] = useState('');
  const { problem, setProblem, attempt } = useSaving();
  const plan = async (next: number | null) => {
    await attempt(async () => {
      await call(planRelease, { course: course.id, forum }, { at: next });
      setOpen(false);
      toast.success(next === null ? 'Nothing is released by itself.' : 'The release is planned.');
    });
  };
  return (
    <>
      {at === null ? (
        <button type="button" className="link-plain text-xs" onClick={() => setOpen(true)}>
          Release at …
        </button>
      ) : (
        <p className="text-xs">
          To be released <When at={at} /> ·{' '}
          <button type="button" className="link-plain" onClick={() => void plan(null)}>
            Cancel
          </button>
        </p>
      )}
      {open && (
        <Dialog title="Release at a set time" onClose={() => setOpen(false)}>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (wall === '') setProblem('Choose a date and a time.');
              else void plan(fromWallClock(wall, course.zone));
            }}
          >
            <p className="mb-1">Everything given by then is released, and students are told:</p>
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
      )}
    </>
  );
}

import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { CourseFrame } from '../../../contract/course';
import { getRoster } from '../../../contract/roster';
import { holdsWords } from '../../../core/text/foldText';
import { toWallClock } from '../../../core/time/wallClock';
import { COINED } from '../../../words/coined';
import { addresses } from '../../../words/addresses';
import { courseNow } from '../../data/clock';
import { useApi } from '../../data/useApi';
import { lookAs } from '../../data/vantage';
import { wallText } from '../../forms/wallText';
import { DateField } from '../dates/DateField';
import { Dialog } from '../Dialog';
import { Failed, Loading } from '../states';

/** Chooses whose eyes to look through, now or at another moment. */
export function LookAs({ course, close }: { course: CourseFrame; close: () => void }) {
  const navigate = useNavigate();
  const { data, error } = useApi(getRoster, { course: course.id });
  const [find, setFind] = useState('');
  const [wall, setWall] = useState(() => toWallClock(courseNow(), course.zone));
  const moment = wallText(course.zone).safeDecode(wall);
  const look = (personId: string, name: string) => {
    if (!moment.success) return;
    const at = moment.data ?? courseNow();
    lookAs({ course: course.id, personId, name, at });
    close();
    void navigate(addresses.myWork(course.id));
  };
  const students = (data?.people ?? []).filter(
    ({ role, removed, sortable }) => role === 'student' && !removed && holdsWords(sortable, find),
  );
  return (
    <Dialog title="Look as a student" onClose={close}>
      <p className="quiet text-sm">{COINED.vantage} Nothing is marked as read, and nothing can be written.</p>
      <div className="mt-3">
        <DateField
          label="At this moment"
          value={wall}
          problem={moment.error?.issues[0]?.message}
          onChange={(event) => setWall(event.target.value)}
        />
      </div>
      <label className="mt-3 block">
        <span className="quiet mb-0.5 block text-sm">Which student</span>
        <input
          className="input input-sm raised h-9 w-full"
          placeholder="Name"
          data-begin-here
          value={find}
          onChange={(event) => setFind(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && students[0]) look(students[0].id, students[0].name);
          }}
        />
      </label>
      {error && <Failed error={error} />}
      {!data && !error && <Loading />}
      <ul className="mt-2 max-h-64 overflow-y-auto">
        {students.map(({ id, name, sortable }) => (
          <li key={id}>
            <button
              type="button"
              className="w-full cursor-pointer rounded px-2 py-1 text-left hover:bg-base-200"
              onClick={() => look(id, name)}
            >
              {sortable}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

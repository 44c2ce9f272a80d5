import { useState } from 'react';
import { toast } from '../../ui/toast';
import type { ForumView } from '../../../contract/discuss';
import { askForMoreTime } from '../../../contract/moreTime';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { wallText } from '../../forms/wallText';
import { DateInput } from '../../ui/dates/DateInput';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

/** A reason, and if one likes until when. */
export function AskForMoreTime({ forum, close }: { forum: ForumView; close: () => void }) {
  const course = useCourse();
  const [id] = useState(newId);
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState('');
  const { busy, problem, setProblem, attempt } = useSaving();
  const ask = async () => {
    const read = wallText(course.zone).safeDecode(until);
    if (reason.trim() === '') return setProblem('Say why you need more time.');
    if (!read.success) return setProblem(read.error.issues[0]!.message);
    const sent = await attempt(() =>
      call(askForMoreTime, { course: course.id, forum: forum.id }, { id, reason, until: read.data }),
    );
    if (!sent) return;
    close();
    toast.success('Asked. The answer will appear here, and as a notice.');
  };
  return (
    <Dialog title={`Ask for more time in ${forum.title}`} onClose={close}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
        }}
      >
        <label className="block">
          <span className="mb-1 block font-semibold">Why</span>
          <textarea
            className="textarea raised w-full"
            rows={4}
            maxLength={2000}
            data-begin-here
            value={reason}
            onChange={(event) => {
              setReason(event.target.value);
              setProblem(null);
            }}
          />
        </label>
        <p className="quiet text-sm">Only staff read this.</p>
        <div className="mt-3">
          <span id={`until-${id}-label`} className="mb-1 block font-semibold">
            Until when <span className="quiet font-normal">if you know</span>
          </span>
          <DateInput
            id={`until-${id}`}
            aria-label="Until when"
            value={until}
            onChange={(event) => {
              setUntil(event.target.value);
              setProblem(null);
            }}
          />
        </div>
        <Problem className="mt-2 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-4" disabled={busy}>
          Ask for more time
        </button>
      </form>
    </Dialog>
  );
}

import { useState } from 'react';
import { toast } from 'sonner';
import type { ForumView } from '../../../contract/discuss';
import {
  askForMoreTime,
  listMoreTime,
  withdrawMoreTime,
  type MoreTimeRequest,
} from '../../../contract/moreTime';
import { whyNoMoreTime } from '../../../core/participation/moreTime';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { wallText } from '../../forms/wallText';
import { DateInput } from '../../ui/dates/DateInput';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { useSaving } from '../../ui/useSaving';
import { When } from '../../ui/When';

const STATES = {
  asked: 'waits for an answer',
  granted: 'granted',
  declined: 'not granted',
  withdrawn: 'withdrawn',
} as const;

/** Where a student asks for more time in a forum, and what became of it. Nothing where nothing is due. */
export function MoreTime({ forum }: { forum: ForumView }) {
  if (forum.slots.every(({ due }) => due === null)) return null;
  return <OfForum forum={forum} />;
}

function OfForum({ forum }: { forum: ForumView }) {
  const course = useCourse().id;
  const looksAsOther = useVantage() !== null;
  const { data } = useApi(listMoreTime, { course });
  const [asking, setAsking] = useState(false);
  if (!data) return null;
  const mine = data.requests.filter((request) => request.forum.id === forum.id);
  const waits = mine.some(({ state }) => state === 'asked');
  const shown = mine.filter(({ state }) => state !== 'withdrawn').slice(0, 3);
  const mayAsk = !looksAsOther && whyNoMoreTime(forum.slots, waits) === null;
  if (shown.length === 0 && !mayAsk) return null;
  return (
    <div className="no-print mt-1.5 text-sm">
      {shown.map((request) => (
        <Asked key={request.id} request={request} mayWithdraw={!looksAsOther} />
      ))}
      {mayAsk && (
        <button type="button" className="link-plain" onClick={() => setAsking(true)}>
          Ask for more time
        </button>
      )}
      {asking && <AskDialog forum={forum} close={() => setAsking(false)} />}
    </div>
  );
}

function Asked({ request, mayWithdraw }: { request: MoreTimeRequest; mayWithdraw: boolean }) {
  const course = useCourse().id;
  const withdraw = () =>
    orSayWhyNot(async () => {
      await call(withdrawMoreTime, { course, request: request.id });
      toast.success('Your request is withdrawn.');
    });
  return (
    <div className="ruled my-1.5 border-l-2 pl-3">
      <p>
        <span className="quiet">
          You asked for more time <When at={request.askedAt} />:
        </span>{' '}
        <b className="font-semibold">{STATES[request.state]}</b>
        {request.state === 'asked' && mayWithdraw && (
          <>
            {' · '}
            <button type="button" className="link-plain" onClick={() => void withdraw()}>
              Withdraw
            </button>
          </>
        )}
      </p>
      {request.answer !== null && (
        <p className="whitespace-pre-line">
          {request.answeredBy}: {request.answer}
        </p>
      )}
    </div>
  );
}

/** A reason, and if one likes until when. */
function AskDialog({ forum, close }: { forum: ForumView; close: () => void }) {
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

import { lazy, Suspense, useState } from 'react';
import { toast } from '../../ui/toast';
import type { ForumView } from '../../../contract/discuss';
import { listMoreTime, withdrawMoreTime, type MoreTimeRequest } from '../../../contract/moreTime';
import { whyNoMoreTime } from '../../../core/participation/moreTime';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { useVantage } from '../../data/vantage';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { When } from '../../ui/When';

/** With its date field, it is fetched when somebody asks. */
const AskForMoreTime = lazy(async () => ({ default: (await import('./AskForMoreTime')).AskForMoreTime }));

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
      {asking && (
        <Suspense>
          <AskForMoreTime forum={forum} close={() => setAsking(false)} />
        </Suspense>
      )}
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

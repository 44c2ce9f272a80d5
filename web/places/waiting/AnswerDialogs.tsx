import { useState } from 'react';
import { toast } from '../../ui/toast';
import { answerMoreTime, type MoreTimeRequest } from '../../../contract/moreTime';
import type { NewDues } from '../../../core/plan/extendDates';
import { DATE_WORDS } from '../../../words/schedule';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { DateInput } from '../../ui/dates/DateInput';
import { dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';
import { useSealWarning } from '../plan/useSealWarning';
import { duesOf, grantOffered, readGrant } from './grantForm';

interface Props {
  readonly request: MoreTimeRequest;
  readonly close: () => void;
}

function Line({ label, value, change }: { label: string; value: string; change: (text: string) => void }) {
  return (
    <label className="mt-3 block">
      <span className="mb-1 block font-semibold">{label}</span>
      <textarea
        className="textarea raised w-full"
        rows={2}
        maxLength={2000}
        value={value}
        onChange={(event) => change(event.target.value)}
      />
    </label>
  );
}

/** New due dates for one student, before they are written as own terms. */
export function GrantDialog({ request, close }: Props) {
  const course = useCourse();
  const { zone } = course;
  const [typed, setTyped] = useState(() => grantOffered(request, zone));
  const [answer, setAnswer] = useState('');
  const { through, warning } = useSealWarning();
  const { busy, problem, setProblem, attempt } = useSaving();
  const send = (grant: NewDues) =>
    attempt(() =>
      through(async (confirmed) => {
        await call(answerMoreTime, { course: course.id, request: request.id }, { grant, answer, confirmed });
        close();
        toast.success(`${request.student.name} has more time.`);
      }),
    );
  const grant = () => {
    const read = readGrant(typed, request, zone);
    if ('problem' in read) setProblem(read.problem);
    else void send(read.grant);
  };
  return (
    <Dialog title={`More time for ${request.student.name}`} onClose={close}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          grant();
        }}
      >
        <p className="quiet">{request.forum.title}</p>
        {duesOf(request).map(({ name, at }) => (
          <div key={name} className="mt-3">
            <span className="mb-1 block">
              <b className="font-semibold">{DATE_WORDS[name]}</b>{' '}
              <span className="quiet num">now {dateWords(at, zone)}</span>
            </span>
            <DateInput
              aria-label={`New date: ${DATE_WORDS[name]}`}
              value={typed[name]}
              onChange={({ target }) => {
                setTyped({ ...typed, [name]: target.value });
                setProblem(null);
              }}
            />
          </div>
        ))}
        <p className="quiet mt-2 text-sm">
          Written as own terms of {request.student.given}. Where posting closes earlier, it stays open until
          then.
        </p>
        <Line label="A message to the student, if you like" value={answer} change={setAnswer} />
        <Problem className="mt-2 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-4" disabled={busy}>
          Give more time
        </button>
      </form>
      {warning}
    </Dialog>
  );
}

/** Declines a request; the student reads why. */
export function DeclineDialog({ request, close }: Props) {
  const course = useCourse();
  const [answer, setAnswer] = useState('');
  const { busy, problem, setProblem, attempt } = useSaving();
  const send = async () => {
    if (answer.trim() === '') return setProblem('Say in a line why not; the student reads it.');
    const sent = await attempt(() =>
      call(answerMoreTime, { course: course.id, request: request.id }, { grant: null, answer }),
    );
    if (!sent) return;
    close();
    toast.success(`${request.student.given} is told.`);
  };
  return (
    <Dialog title={`Decline the request of ${request.student.name}`} onClose={close}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <p className="quiet">{request.forum.title}</p>
        <Line
          label="Why not"
          value={answer}
          change={(text) => {
            setAnswer(text);
            setProblem(null);
          }}
        />
        <Problem className="mt-2 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-4" disabled={busy}>
          Decline
        </button>
      </form>
    </Dialog>
  );
}

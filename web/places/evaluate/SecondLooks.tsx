import { FailedPage } from '../../ui/FailedPage';
import { addresses } from '../../../words/addresses';
import { Link, useSearchParams } from 'react-router';
import { listLooks, type QueuedLook } from '../../../contract/secondLooks';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { maximumWords, pointWords } from '../../../words/numbers';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';

const STATES: Record<QueuedLook['state'], string> = {
  asked: 'waits',
  answered: 'answered, the score stands',
  changed: 'answered, the score changed',
};

function Look({ look }: { look: QueuedLook }) {
  const course = useCourse();
  return (
    <li className="ruled border-b py-3.5">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Link
          to={addresses.desk(course.id, look.forum.id, look.student.id)}
          className="font-semibold hover:underline"
        >
          {look.student.name}
        </Link>
        <span className="min-w-0 grow">{look.forum.title}</span>
        {look.points !== null && (
          <span className="num">
            <b>{pointWords(look.points)}</b> <span className="quiet">/ {maximumWords(look.maximum)}</span>
          </span>
        )}
      </div>
      <p className="quiet text-sm">
        <b className={look.state === 'asked' ? 'text-late' : undefined}>{STATES[look.state]}</b> · asked{' '}
        <When at={look.askedAt} />
        {look.answeredAt !== null && (
          <>
            {' '}
            · {look.answeredBy ?? 'someone'}, <When at={look.answeredAt} />
          </>
        )}
      </p>
      <p className="mt-1 max-w-prose">{look.reason}</p>
      {look.answer !== null && <p className="ruled quiet mt-1 max-w-prose border-l-2 pl-3">{look.answer}</p>}
    </li>
  );
}

/** Who asks for another look at a score, in all forums: those that wait first, then what became of the others. */
export function SecondLooks() {
  const course = useCourse();
  useTitle('Another look', 'Evaluate', course.title);
  const [search, setSearch] = useSearchParams();
  const { data, error, mutate } = useApi(listLooks, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the queue" />;
  const state = search.get('state') ?? '';
  const shown = data.looks.filter((look) => state === '' || look.state === state);
  const count = (of: string) => data.looks.filter((look) => look.state === of).length;
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-4 pb-16">
      <Link to={addresses.dockets(course.id)} className="link-plain">
        ‹ Evaluate
      </Link>
      <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-2xl">Another look</h1>
        {data.looks.length > 0 && (
          <select
            className="select select-sm raised h-9 w-auto"
            aria-label="State"
            value={state}
            onChange={(event) =>
              setSearch(event.target.value === '' ? {} : { state: event.target.value }, { replace: true })
            }
          >
            <option value="">All ({data.looks.length})</option>
            <option value="asked">waiting ({count('asked')})</option>
            <option value="answered">the score is unchanged ({count('answered')})</option>
            <option value="changed">the score changed ({count('changed')})</option>
          </select>
        )}
      </div>
      {data.looks.length === 0 ? (
        <Empty level={2} title="No requests">
          While a score is released, a student may ask for another look at it, with a reason. Such requests
          appear here, and in the docket of their forum.
        </Empty>
      ) : shown.length === 0 ? (
        <p className="quiet py-8">None in this state.</p>
      ) : (
        <ul className="ruled mt-4 border-t">
          {shown.map((look) => (
            <Look key={look.id} look={look} />
          ))}
        </ul>
      )}
    </div>
  );
}

import { FailedPage } from '../../../ui/FailedPage';
import { addresses } from '../../../../words/addresses';
import { ArrowLeft } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { getModerate } from '../../../../contract/moderate';
import { ApiProblem } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useAddress } from '../../../data/useAddress';
import { useApi } from '../../../data/useApi';
import { useVantage } from '../../../data/vantage';
import { NotFound } from '../../../ui/NotFound';
import { numberWords } from '../../../../words/numbers';
import { Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { PairList } from '../../textInCommon/PairList';
import { EvidenceList } from './EvidenceList';
import { FreezeForum } from './FreezeForum';
import { People } from './People';
import { Unanswered } from './Unanswered';
import { Reported } from './Reported';
import { WaitingPosts } from './WaitingPosts';

/** What staff look after in a forum: who waits for approval, who goes unanswered, who keeps silent, how seals were opened. */
export function Moderate() {
  const { forum } = useParams();
  const course = useCourse();
  const { search, set } = useAddress();
  const isMine = useVantage() === null;
  const { data, error, mutate } = useApi(getModerate, { course: course.id, forum: forum! });
  useTitle(data && `Moderate ${data.forum.title}`, course.title);
  if (error && !data)
    return error instanceof ApiProblem && error.problem.status === 404 ? (
      <NotFound />
    ) : (
      <FailedPage error={error} retry={() => void mutate()} />
    );
  if (!data) return <Loading what="Opening Moderate" />;
  const unanswered = data.threads.reduce((sum, thread) => sum + thread.unanswered.length, 0);
  const marked = data.students.filter(({ marks }) => marks.length > 0).length;
  const asked = search.get('view');
  const views = [
    ['waiting', 'Waiting for approval', data.waiting.length],
    ...(data.reported.length > 0 || asked === 'reported'
      ? [['reported', 'Reported', data.reported.length] as const]
      : []),
    ['unanswered', 'Unanswered', unanswered],
    ['people', 'Students', data.students.length],
    ...(data.forum.sealed ? [['evidence', 'Evidence', marked] as const] : []),
    // How many there are is worked out when it is looked at.
    ['common', 'Text in common', null],
  ] as const;
  const first =
    data.waiting.length > 0 || (data.forum.hold !== 'none' && data.reported.length === 0)
      ? 'waiting'
      : data.reported.length > 0
        ? 'reported'
        : 'unanswered';
  const view = views.find(([name]) => name === asked)?.[0] ?? first;
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-5 pb-16">
      <Link
        to={addresses.forum(course.id, data.forum.id)}
        className="link-plain flex items-center gap-1 text-sm"
      >
        <ArrowLeft className="size-4" aria-hidden />
        The conversation
      </Link>
      <p className="label-caps mt-3">Moderate</p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-2xl">{data.forum.title}</h1>
        <p className="flex items-baseline gap-4 text-sm">
          {data.forum.frozen && <b className="text-late">frozen: only staff write here</b>}
          {isMine && <FreezeForum forum={data.forum} />}
        </p>
      </div>
      <nav aria-label="What needs attention" className="ruled mt-4 flex flex-wrap gap-x-6 border-b">
        {views.map(([name, title, count]) => (
          <button
            key={name}
            type="button"
            aria-current={view === name ? 'page' : undefined}
            className={`cursor-pointer border-b-[3px] pb-1.5 ${view === name ? 'border-primary font-bold' : 'quiet border-transparent'}`}
            onClick={() => set({ view: name, student: '' })}
          >
            {title}
            {count !== null && <span className="num quiet font-normal"> {numberWords(count)}</span>}
          </button>
        ))}
      </nav>
      {view === 'waiting' && <WaitingPosts moderate={data} />}
      {view === 'reported' && <Reported moderate={data} />}
      {view === 'unanswered' && <Unanswered moderate={data} />}
      {view === 'people' && <People moderate={data} />}
      {view === 'common' && <PairList forum={data.forum.id} />}
      {view === 'evidence' && <EvidenceList forum={data.forum.id} />}
    </div>
  );
}

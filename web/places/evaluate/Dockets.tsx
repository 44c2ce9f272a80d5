import { FailedPage } from '../../ui/FailedPage';
import { Link } from 'react-router';
import { listDockets } from '../../../contract/evaluate';
import { listLooks } from '../../../contract/secondLooks';
import { addresses } from '../../../words/addresses';
import { COINED } from '../../../words/coined';
import { maximumWords, plural } from '../../../words/numbers';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { whatWaits, type WaitingDocket } from './whatWaits';

/** A sentence that goes on within another. */
const lowered = (sentence: string) => sentence[0]!.toLowerCase() + sentence.slice(1);

/** The evaluated forums: what can be done now, then what is to come, then what is over. */
export function Dockets() {
  const course = useCourse();
  const now = useNow();
  useTitle('Evaluate', course.title);
  const { data, error, mutate } = useApi(listDockets, { course: course.id });
  const looks = useApi(listLooks, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the dockets" />;
  if (data.forums.length === 0)
    return (
      <Empty title="Nothing to evaluate yet">
        Published forums with points appear here, with who is ready and who has written nothing.
      </Empty>
    );
  const waits = whatWaits(data.forums, looks.data?.looks ?? [], now);
  const wishes = waits.now.reduce((sum, docket) => sum + docket.wishes, 0);
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-6 pb-16">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-2xl">Evaluate</h1>
        <p className="flex flex-wrap gap-x-5 text-sm">
          <Link to={addresses.waiting(course.id)} className="link-plain">
            What waits in all forums
          </Link>
          <Link to="looks" className="link-plain">
            {wishes === 0
              ? 'Requests for another look'
              : `${plural(wishes, 'student')} ${wishes === 1 ? 'asks' : 'ask'} for another look`}
          </Link>
        </p>
      </div>
      <p className="quiet mt-1 max-w-prose text-sm">
        Each line is a docket: {lowered(COINED.docket)} It opens on the Desk: {lowered(COINED.desk)}
      </p>
      <Section title="To do now" dockets={waits.now} none="Nothing waits for you." />
      <Section title="Under way" dockets={waits.later} />
      <Section title="Finished" dockets={waits.finished} />
    </div>
  );
}

function Section({
  title,
  dockets,
  none,
}: {
  title: string;
  dockets: readonly WaitingDocket[];
  /** What is said where there are none; without it the section is left out. */
  none?: string;
}) {
  if (dockets.length === 0 && none === undefined) return null;
  return (
    <section aria-label={title} className="mt-6">
      <h2 className="label-caps ruled border-b pb-1.5 font-sans">{title}</h2>
      {dockets.length === 0 ? (
        <p className="quiet py-3">{none}</p>
      ) : (
        <ul>
          {dockets.map((docket) => (
            <Docket key={docket.forum.id} docket={docket} />
          ))}
        </ul>
      )}
    </section>
  );
}

/** What is said of a forum beside how far it is; what can be done stands out. */
function said({ ready, changed, wishes, toRelease, begun, nothing, given }: WaitingDocket) {
  const parts: readonly (readonly [number, string, boolean])[] = [
    [ready, 'ready', true],
    [changed, 'changed since', true],
    [wishes, wishes === 1 ? 'asks for another look' : 'ask for another look', true],
    [toRelease, 'to release', true],
    [begun, 'partly there', false],
    // Before anybody has come that far, that nobody has is no news.
    [given + ready + changed > 0 ? nothing : 0, 'with nothing', false],
  ];
  return parts.filter(([count]) => count > 0);
}

function Docket({ docket }: { docket: WaitingDocket }) {
  const { forum, given, students } = docket;
  const parts = said(docket);
  return (
    <li className="ruled border-b">
      <Link
        to={forum.id}
        className="group grid gap-x-6 gap-y-1 py-3.5 sm:grid-cols-[1fr_17rem] sm:items-center"
      >
        <span>
          <span className="block font-serif text-lg font-semibold group-hover:underline">{forum.title}</span>
          <span className="quiet num text-sm">
            {maximumWords(forum.maximum)} points
            {forum.lastDue !== null && (
              <>
                {' '}
                · last due <When at={forum.lastDue} plain />
              </>
            )}
          </span>
        </span>
        <span className="num text-sm">
          {given > 0 || parts.length > 0 ? (
            <>
              <span>
                <b>{given}</b> of {plural(students, 'score')} given
              </span>
              <span aria-hidden className="drawn mt-1 block h-1 rounded-full bg-rule">
                <span
                  className="block h-full rounded-full bg-primary"
                  style={{ width: `${students === 0 ? 0 : (given / students) * 100}%` }}
                />
              </span>
              <span className="quiet mt-1 block">
                {parts.map(([count, words, strong], index) => (
                  <span key={words} className={strong ? 'font-semibold text-primary' : ''}>
                    {index > 0 && ' · '}
                    {count} {words}
                  </span>
                ))}
              </span>
            </>
          ) : (
            <span className="quiet">Nobody is ready yet</span>
          )}
        </span>
      </Link>
    </li>
  );
}

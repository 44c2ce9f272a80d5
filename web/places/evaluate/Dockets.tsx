import { Link } from 'react-router';
import { listDockets } from '../../../contract/evaluate';
import { listLooks } from '../../../contract/secondLooks';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { plural, maximumWords } from '../../../words/numbers';
import { Empty, Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { STATE_WORDS } from './docket/states';

/** The evaluated forums: how far each is, and where to go on. */
export function Dockets() {
  const course = useCourse();
  useTitle('Evaluate', course.title);
  const { data, error, mutate } = useApi(listDockets, { course: course.id });
  const looks = useApi(listLooks, { course: course.id });
  const waiting = looks.data?.looks.filter(({ state }) => state === 'asked').length ?? 0;
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the dockets" />;
  if (data.forums.length === 0)
    return (
      <Empty title="Nothing to evaluate yet">
        Published forums with points appear here, with who is ready and who has nothing.
      </Empty>
    );
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-6 pb-16">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-2xl">Evaluate</h1>
        <Link to="looks" className="link-plain text-sm">
          {waiting === 0
            ? 'Another look'
            : waiting === 1
              ? '1 student asks for another look'
              : `${plural(waiting, 'student')} ask for another look`}
        </Link>
      </div>
      <ul className="ruled mt-4 border-t">
        {data.forums.map((forum) => {
          const { counts } = forum;
          const all = Object.values(counts).reduce((sum, n) => sum + n, 0) - (counts.excused ?? 0);
          const given = (counts.given ?? 0) + (counts.released ?? 0) + (counts.changed ?? 0);
          const said = (['ready', 'changed', 'waiting', 'nothing', 'excused'] as const).filter(
            (state) => (counts[state] ?? 0) > 0,
          );
          return (
            <li key={forum.id} className="ruled border-b">
              <Link
                to={forum.id}
                className="group grid gap-x-6 gap-y-1 py-4 sm:grid-cols-[1fr_16rem] sm:items-center"
              >
                <span>
                  <span className="block font-serif text-lg font-semibold group-hover:underline">
                    {forum.title}
                  </span>
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
                  <span>
                    <b>{given}</b> of {plural(all, 'student')} given
                  </span>
                  <span aria-hidden className="mt-1 block h-1 rounded-full bg-rule">
                    <span
                      className="block h-full rounded-full bg-primary"
                      style={{ width: `${all === 0 ? 0 : (given / all) * 100}%` }}
                    />
                  </span>
                  <span className="quiet mt-1 block">
                    {said.map((state, index) => (
                      <span
                        key={state}
                        className={
                          state === 'ready' || state === 'changed' ? 'font-semibold text-primary' : ''
                        }
                      >
                        {index > 0 && ' · '}
                        {counts[state]} {STATE_WORDS[state]}
                      </span>
                    ))}
                  </span>
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

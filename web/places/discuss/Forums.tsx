import { FailedPage } from '../../ui/FailedPage';
import { addresses } from '../../../words/addresses';
import { fromNow } from '../../../words/dates';
import { Link } from 'react-router';
import { listForums, type ForumLine } from '../../../contract/discuss';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { dueWords } from '../../ui/dateWords';
import { plural, numberWords } from '../../../words/numbers';
import { SealMark } from '../../ui/SealMark';
import { Empty, Loading } from '../../ui/states';
import { Tally } from '../../ui/Tally';
import { useTitle } from '../../ui/useTitle';

function stateWords(line: ForumLine, zone: string, now: number): string {
  if (line.draft) return 'draft, students do not see it';
  if (line.phase === 'locked') return 'opens after your part elsewhere';
  if (line.phase === 'announced') return `opens ${dueWords(line.opensAt!, zone)}`;
  if (line.phase === null && line.posts === 0 && line.opensAt !== null && line.opensAt > now) {
    return `opens ${dueWords(line.opensAt, zone)}`;
  }
  const parts = [plural(line.posts, 'post')];
  if (line.unread > 0) parts.push(`${numberWords(line.unread)} unread`);
  if (line.phase !== null && line.sealedPosts > 0) parts.push(`${plural(line.sealedPosts, 'post')} sealed`);
  if (line.lastAt !== null && line.recent.length === 0) parts.push(`last ${fromNow(line.lastAt, now)}`);
  if (line.frozen) parts.push('frozen');
  else if (line.phase === 'readOnly') parts.push('closed');
  return parts.join(' · ');
}

/** What is still to come of a forum's dates, in words. */
function comingWords(line: ForumLine, zone: string, now: number): string {
  if (line.draft || line.phase === 'locked') return '';
  const parts = [
    line.initialDue !== null &&
      line.initialDue >= now &&
      `initial post due ${dueWords(line.initialDue, zone)}`,
    line.repliesDue !== null &&
      line.repliesDue >= now &&
      `${line.initialDue === null ? 'due' : 'replies due'} ${dueWords(line.repliesDue, zone)}`,
    line.closesAt !== null &&
      line.closesAt >= now &&
      line.initialDue === null &&
      line.repliesDue === null &&
      `open until ${dueWords(line.closesAt, zone)}`,
  ].filter(Boolean);
  return parts.join(' · ');
}

/** The forums of the course that a person may open. */
export function Forums() {
  const course = useCourse();
  const now = useNow();
  useTitle('Discuss', course.title);
  const { data, error, mutate } = useApi(listForums, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the forums" />;
  if (data.forums.length === 0) {
    return (
      <Empty title="No conversation yet">
        Forums appear here when they open. {course.role !== 'student' && 'Make the first one in the plan.'}
      </Empty>
    );
  }
  const units = [
    { id: null as string | null, title: 'On top' },
    ...course.units.map((unit) => ({ ...unit, id: unit.id as string | null })),
  ];
  return (
    <div className="mx-auto w-full max-w-4xl px-5 pt-6 pb-16">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-2xl">Discuss</h1>
        {course.role !== 'student' && (
          <span className="flex flex-wrap gap-x-5 text-sm">
            <Link to={addresses.waiting(course.id)} className="link-plain">
              What waits in all forums
            </Link>
            <Link to={addresses.inCommon(course.id)} className="link-plain">
              Text in common
            </Link>
            <Link to={addresses.cases(course.id)} className="link-plain">
              Cases
            </Link>
          </span>
        )}
      </div>
      {units.map((unit) => {
        const forums = data.forums.filter(({ unitId, pinned }) =>
          unit.id === null ? pinned || unitId === null : unitId === unit.id && !pinned,
        );
        if (forums.length === 0) return null;
        return (
          <section key={unit.title} aria-label={unit.title} className="mt-6">
            <h2 className="label-caps ruled border-b pb-1.5 font-sans">{unit.title}</h2>
            <ul>
              {forums.map((line) => (
                <li key={line.id} className="ruled border-b">
                  <Link to={line.id} className="group flex items-center gap-4 py-3">
                    <span className="min-w-0 grow">
                      <span
                        className={`flex items-center gap-2 font-serif text-lg leading-snug font-semibold group-hover:underline ${line.draft ? 'quiet italic' : ''}`}
                      >
                        {line.title}
                        {line.sealed && (
                          <SealMark
                            size={14}
                            label={line.phase === null ? 'with a seal' : 'sealed for you'}
                          />
                        )}
                      </span>
                      <span className="quiet num block text-sm">{stateWords(line, course.zone, now)}</span>
                      {comingWords(line, course.zone, now) && (
                        <span className="num block text-sm">{comingWords(line, course.zone, now)}</span>
                      )}
                      {line.recent.length > 0 && (
                        <span className="quiet block text-sm">
                          Newest:{' '}
                          {line.recent.map(({ author, at }) => `${author}, ${fromNow(at, now)}`).join('; ')}
                        </span>
                      )}
                    </span>
                    <Tally slots={line.slots} />
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

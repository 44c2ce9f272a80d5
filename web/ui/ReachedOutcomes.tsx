import { Link } from 'react-router';
import type { ReachedOutcome } from '../../contract/outcomes';
import { shareReached } from '../../core/outcomes/attainment';
import { addresses } from '../../words/addresses';
import { percentWords, plural, pointWords } from '../../words/numbers';
import { useCourse } from '../data/course';
import { When } from './When';

/** The criteria behind what was reached, each with the posts it was judged by. */
function Behind({ criteria, studentId }: { criteria: ReachedOutcome['criteria']; studentId: string | null }) {
  const course = useCourse();
  return (
    <ul className="mt-1.5 space-y-1.5 pl-4 text-sm">
      {criteria.map(({ forumId, forum, criterion, level, points, of, posts }, index) => (
        <li key={index}>
          <p className="flex items-baseline justify-between gap-4">
            <span>
              <Link
                className="hover:underline"
                to={
                  studentId === null
                    ? addresses.forum(course.id, forumId)
                    : addresses.desk(course.id, forumId, studentId)
                }
              >
                {forum}
              </Link>
              <span className="quiet">, {criterion}</span>
              {level !== null && `: ${level}`}
            </span>
            <span className="num shrink-0">
              {pointWords(points)} <span className="quiet">/ {pointWords(of)}</span>
            </span>
          </p>
          {posts.length > 0 && (
            <p className="quiet flex flex-wrap gap-x-3">
              {posts.map((post) => (
                <Link key={post.id} className="link-plain" to={addresses.post(course.id, forumId, post.id)}>
                  post of <When at={post.at} />
                </Link>
              ))}
            </p>
          )}
        </li>
      ))}
    </ul>
  );
}

/**
 * How far outcomes are reached, each opened to the criteria and posts behind it.
 *
 * @param studentId whose they are, for staff; null: one's own
 */
export function ReachedOutcomes({
  outcomes,
  studentId,
}: {
  outcomes: readonly ReachedOutcome[];
  studentId: string | null;
}) {
  return (
    <ul className="ruled border-t">
      {outcomes.map(({ id, code, text, reached, criteria }) => (
        <li key={id} className="ruled border-b py-2.5">
          <div className="flex items-baseline justify-between gap-4">
            <p>
              <b>{code}</b> {text}
            </p>
            <p className="num shrink-0 text-right">
              {reached === null ? (
                <span className="quiet text-sm">nothing released yet</span>
              ) : (
                <b>{percentWords(shareReached(reached))}</b>
              )}
            </p>
          </div>
          {reached !== null && (
            <details>
              <summary className="link-plain num text-sm">
                {pointWords(reached.points)} of {plural(reached.of / 100, 'point')} over{' '}
                {plural(reached.criteria, 'criterion', 'criteria')}
              </summary>
              <Behind criteria={criteria} studentId={studentId} />
            </details>
          )}
        </li>
      ))}
    </ul>
  );
}

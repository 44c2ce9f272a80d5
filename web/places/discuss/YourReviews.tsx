import { Link } from 'react-router';
import { listReviews, type ReviewLine } from '../../../contract/reviews';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { dueWords } from '../../ui/dateWords';

const STATE: Record<ReviewLine['state'], string> = {
  toWrite: 'to write',
  sent: 'sent',
  withheld: 'to be written anew',
  received: 'received by its author',
  ended: 'not asked for any more',
};

/** The reviews a student writes in a forum, and those of their own post. */
export function YourReviews({ forum }: { forum: string }) {
  const course = useCourse();
  const { data } = useApi(listReviews, { course: course.id });
  const write = data?.write.filter((line) => line.forum.id === forum) ?? [];
  const received = data?.received.find((each) => each.forum.id === forum);
  if (write.length === 0 && !received) return null;
  return (
    <section aria-label="Your reviews" className="raised ruled rounded-box border px-4 py-3 leading-snug">
      {write.length > 0 && (
        <ul>
          {write.map((line) => (
            <li key={line.id}>
              <Link className="link-plain" to={addresses.review(course.id, line.id)}>
                {line.author === null ? `Review ${line.number}` : `Your review of ${line.author}`}
              </Link>{' '}
              <span className={line.overdue ? 'text-late' : 'quiet'}>
                {STATE[line.state]}
                {line.state === 'toWrite' &&
                  line.due !== null &&
                  `, ${line.overdue ? 'was due' : 'due'} ${dueWords(line.due, course.zone)}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {received && (
        <p className={write.length > 0 ? 'mt-1.5' : ''}>
          <Link className="link-plain" to={addresses.receivedReviews(course.id, forum)}>
            {plural(received.count, 'review')} of your post
          </Link>
          {received.unanswered > 0 && (
            <span className="quiet"> · {received.unanswered} not answered yet</span>
          )}
        </p>
      )}
    </section>
  );
}

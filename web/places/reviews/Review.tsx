import { Link, useParams } from 'react-router';
import { getReview, type ReviewPage } from '../../../contract/reviews';
import { addresses } from '../../../words/addresses';
import { noReviewWords } from '../../../words/reviews';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { datesIn, dueWords } from '../../ui/dateWords';
import { FailedPage } from '../../ui/FailedPage';
import { Prose } from '../../ui/Prose';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { ReviewedPost } from './ReviewedPost';
import { ShownReview } from './ShownReview';
import { WriteReview } from './WriteReview';

const RECEIVED: Record<ReviewPage['received'], string> = {
  atOnce: 'The author receives it at once.',
  atReviewsDate: 'The author receives it when reviews are due; after that, at once.',
  whenReleased: 'The author receives it when your instructors hand it over.',
};

/** By when, who learns what of whom, and what became of the review. */
function Facts({ page }: { page: ReviewPage }) {
  const { zone } = useCourse();
  const { line, names } = page;
  return (
    <p className="quiet mt-1">
      {line.due !== null && (
        <b className={`num font-semibold ${line.overdue ? 'text-late' : 'text-base-content'}`}>
          {line.overdue ? 'Was due' : 'Due'} {dueWords(line.due, zone)}.{' '}
        </b>
      )}
      {names !== 'shown' && 'The author is not told who you are. '}
      {RECEIVED[page.received]}
    </p>
  );
}

/** A review that a student writes: the post beside the guide, or what was sent once it can be changed no more. */
export function Review() {
  const { assignment } = useParams();
  const course = useCourse();
  const { data, error, mutate } = useApi(getReview, { course: course.id, assignment: assignment! });
  const title = data
    ? data.line.author === null
      ? `Review ${data.line.number}`
      : `Review of ${data.line.author}`
    : 'Review';
  useTitle(title, course.title);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the review" />;
  const { line, why, withheld, sent, answer } = data;
  return (
    <div className="mx-auto w-full max-w-[72rem] px-5 pt-6 pb-24">
      <p className="quiet text-sm">
        <Link to={addresses.forum(course.id, line.forum.id)} className="hover:underline">
          {line.forum.title}
        </Link>
      </p>
      <h1 className="text-[1.6rem] leading-tight">{title}</h1>
      <Facts page={data} />
      <details className="mt-2">
        <summary className="link-plain text-sm">What the author was asked</summary>
        <Prose html={data.promptHtml} className="ruled mt-2 border-l-2 pl-4 text-base" />
      </details>
      {withheld && (
        <div role="status" className="mt-4 border-l-2 border-seal pl-4">
          <p>
            <b>Your instructors keep this review from its author.</b> {withheld.reason}
          </p>
          <p className="quiet">
            {withheld.fills
              ? 'It still counts as one of your reviews. You may change it.'
              : 'It does not count until you have sent another version.'}
          </p>
        </div>
      )}
      {why === null ? (
        <WriteReview key={line.id} page={data} />
      ) : (
        <>
          {why.code !== 'received' && (
            <p role="status" className="mt-4">
              {noReviewWords(why, datesIn(course.zone))}
            </p>
          )}
          <div className="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_25rem]">
            <div className="min-w-0">
              <ReviewedPost page={data} passages={sent?.content.passages ?? []} />
            </div>
            <section aria-label="Your review" className="min-w-0">
              {sent ? (
                <>
                  <h2 className="text-lg">What you wrote</h2>
                  <ShownReview review={sent} />
                </>
              ) : (
                <p className="quiet">You have sent no review of this post.</p>
              )}
            </section>
          </div>
        </>
      )}
      {answer && (
        <section aria-label="The author’s answer" className="ruled mt-8 border-l-2 pl-4">
          <h2 className="text-lg">What the author answers</h2>
          <Prose html={answer.html} className="mt-1 text-base" />
        </section>
      )}
    </div>
  );
}

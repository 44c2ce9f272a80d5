import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { getReceived } from '../../../contract/reviews';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { changedPassages, withPassages } from '../../ui/passages';
import { Prose } from '../../ui/Prose';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { AnswerReview } from './AnswerReview';
import { ShownReview } from './ShownReview';

/** The reviews of one's own post, side by side, with the passages they speak of in place. */
export function Received() {
  const { forum } = useParams();
  const course = useCourse();
  const { data, error, mutate } = useApi(getReceived, { course: course.id, forum: forum! });
  const [chosen, setChosen] = useState<string | null>(null);
  useTitle(data ? `Reviews of your post · ${data.forum.title}` : 'Reviews', course.title);
  const withMarks = data?.reviews.find(({ content }) => content.passages.length > 0);
  const at = data?.reviews.find(({ id }) => id === chosen) ?? withMarks ?? data?.reviews[0];
  const html = useMemo(
    () => (data?.post ? withPassages(data.post.html, at?.content.passages ?? []) : ''),
    [data, at],
  );
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the reviews" />;
  const { post, reviews } = data;
  if (reviews.length === 0)
    return (
      <Empty
        title="No reviews yet"
        action={
          <Link to={addresses.forum(course.id, data.forum.id)} className="btn">
            To the forum
          </Link>
        }
      >
        What others write about your post appears here once you may read it.
      </Empty>
    );
  return (
    <div className="mx-auto w-full max-w-[80rem] px-5 pt-6 pb-24">
      <p className="quiet text-sm">
        <Link to={addresses.forum(course.id, data.forum.id)} className="hover:underline">
          {data.forum.title}
        </Link>
      </p>
      <h1 className="text-[1.6rem] leading-tight">{plural(reviews.length, 'review')} of your post</h1>
      <div className="mt-5 flex flex-wrap gap-x-8 gap-y-8">
        {reviews.map((review) => (
          <article
            key={review.id}
            aria-label={`By ${review.by}`}
            className="min-w-0 grow basis-[19rem] md:max-w-[30rem]"
          >
            <h2 className="ruled border-b pb-1.5 text-lg">{review.by}</h2>
            {review.changedSince && (
              <p className="quiet mt-1 text-sm">You have changed your post since it was reviewed.</p>
            )}
            <ShownReview
              review={review}
              changed={post ? changedPassages(post.html, review.content.passages) : undefined}
            />
            <AnswerReview review={review} asked={data.response} />
          </article>
        ))}
      </div>
      {post && (
        <section aria-label="Your post" className="ruled mt-10 border-t pt-5">
          <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <h2 className="text-lg">Your post</h2>
            {reviews.some(({ content }) => content.passages.length > 0) && (
              <label className="flex items-center gap-2 text-sm">
                with the passages of
                <select
                  className="select select-sm raised w-auto"
                  value={at?.id}
                  onChange={(event) => setChosen(event.target.value)}
                >
                  {reviews.map(({ id, by }) => (
                    <option key={id} value={id}>
                      {by}
                    </option>
                  ))}
                </select>
              </label>
            )}
            {post.mayEdit && (
              <Link
                to={`${addresses.forum(course.id, data.forum.id, { write: `edit:${post.id}` })}#post-${post.id}`}
                className="btn btn-sm h-9"
              >
                Revise your post
              </Link>
            )}
          </div>
          <Prose html={html} className="mt-2 max-w-[68ch]" />
        </section>
      )}
    </div>
  );
}

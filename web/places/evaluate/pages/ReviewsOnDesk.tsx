import type { DeskView } from '../../../../contract/evaluate';
import { getReviewsOf, type StaffReview } from '../../../../contract/reviewing';
import { peersGave, type PeerCriterion } from '../../../../core/review/peers';
import { percentWords, plural, pointWords } from '../../../../words/numbers';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';
import { StaffReviewItem } from '../../reviewing/StaffReviewItem';

/** What peers gave one criterion: the choice of each, and the mean. */
function Given({ of: { criterion, values, mean } }: { of: PeerCriterion }) {
  const { by, choices, title } = criterion;
  const titleOf = (value: number | null) =>
    value === null
      ? '–'
      : by === 'tick'
        ? value === 1
          ? 'yes'
          : 'no'
        : (choices.find((choice) => choice.value === value)?.title ?? pointWords(value));
  return (
    <tr className="ruled border-b align-top last:border-0">
      <th scope="row" className="py-1 pr-3 text-left font-normal">
        {title}
      </th>
      <td className="py-1 pr-3">{values.map(titleOf).join(', ')}</td>
      <td className="num py-1 text-right">
        {mean === null ? '–' : by === 'tick' ? percentWords(mean) : pointWords(mean)}
      </td>
    </tr>
  );
}

/** The reviews of the student's own post, folded, with what the peers gave and the mean; none of it is the score. */
function Got({
  forum,
  reviews,
  hidden,
}: {
  forum: string;
  reviews: readonly StaffReview[];
  /** Whether names are covered. */
  hidden: boolean;
}) {
  if (reviews.length === 0) return null;
  const given = peersGave(
    reviews.at(-1)!.guide,
    reviews.map(({ content }) => content),
  );
  return (
    <details className="mt-4">
      <summary className="link-plain">
        {plural(reviews.length, 'review')} of this student’s own post: what peers gave is never the score
      </summary>
      {given.length > 0 && (
        <table className="mt-2 w-full text-sm">
          <thead>
            <tr className="quiet ruled border-b text-left">
              <th scope="col" className="py-1 pr-3 font-normal">
                Criterion
              </th>
              <th scope="col" className="py-1 pr-3 font-normal">
                What peers chose
              </th>
              <th scope="col" className="num py-1 text-right font-normal">
                Mean
              </th>
            </tr>
          </thead>
          <tbody>
            {given.map((each) => (
              <Given key={each.criterion.id} of={each} />
            ))}
          </tbody>
        </table>
      )}
      {reviews.map((review) => (
        <StaffReviewItem key={review.id} forum={forum} review={review} names="reviewer" hidden={hidden} />
      ))}
    </details>
  );
}

/** On the Desk, below what a student posted: the reviews they wrote, and folded those they got. */
export function ReviewsOnDesk({ view }: { view: DeskView }) {
  const course = useCourse().id;
  const asks = view.from.forum.review !== null;
  const { data } = useApi(
    withQuery(getReviewsOf, { names: view.namesHidden ? 'hidden' : 'shown' }),
    asks ? { course, forum: view.forum.id, student: view.student.id } : null,
  );
  if (!asks || !data || data.wrote.length + data.got.length === 0) return null;
  return (
    <section aria-label="Reviews" className="ruled mt-6 border-t pt-4">
      <h3 className="text-lg">
        {data.wrote.length === 0 ? 'No review written yet' : `${plural(data.wrote.length, 'review')} written`}
      </h3>
      {data.wrote.map((review) => (
        <StaffReviewItem
          key={review.id}
          forum={view.forum.id}
          review={review}
          names="author"
          hidden={view.namesHidden}
        />
      ))}
      <Got forum={view.forum.id} reviews={data.got} hidden={view.namesHidden} />
    </section>
  );
}

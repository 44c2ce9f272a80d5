import type { SentReview } from '../../../contract/reviews';
import { criteriaOf } from '../../../core/review/criteria';
import { AttachmentList } from '../../ui/files/Attachments';
import { Prose } from '../../ui/Prose';

const NONE: ReadonlySet<string> = new Set();

/**
 * What a review says, criterion by criterion, then on the whole, then passage by passage.
 *
 * @param changed the passages that its author has changed since
 */
export function ShownReview({
  review,
  changed = NONE,
}: {
  review: SentReview;
  changed?: ReadonlySet<string>;
}) {
  const { content, guide } = review;
  const criteria = criteriaOf(guide);
  return (
    <>
      {criteria.length > 0 && (
        <dl className="mt-2 space-y-2">
          {criteria.map(({ id, title, by, choices }) => {
            const said = content.values[id];
            const chosen =
              by === 'tick'
                ? said?.ticked
                  ? 'yes'
                  : 'no'
                : (choices.find((choice) => choice.id === said?.levelId)?.title ?? '–');
            return (
              <div key={id}>
                <dt className="quiet text-sm">{title}</dt>
                <dd>
                  <b className="font-semibold">{chosen}</b>
                  {said?.comment && <span className="whitespace-pre-wrap"> · {said.comment}</span>}
                </dd>
              </div>
            );
          })}
        </dl>
      )}
      {review.words > 0 && <Prose html={review.html} className="mt-3 text-base" />}
      {content.passages.length > 0 && (
        <ol className="mt-3 space-y-1.5 text-[0.95rem]" aria-label="Comments on passages">
          {content.passages.map(({ id, text, comment }, index) => (
            <li key={id} className="flex gap-2.5">
              <span className="num shrink-0 font-semibold text-late">{index + 1}</span>
              <span>
                <span className="quiet">“{text.length > 90 ? `${text.slice(0, 90)} …` : text}”</span>{' '}
                {comment || <span className="quiet">marked</span>}
                {changed.has(id) && <b className="text-sm font-semibold text-done"> You changed this.</b>}
              </span>
            </li>
          ))}
        </ol>
      )}
      <AttachmentList files={review.files} />
    </>
  );
}

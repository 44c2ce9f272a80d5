import { FormRow } from '../../../forms/FormRow';
import { faceOf } from '../../../scoring/partFaces';
import type { TypedPart } from '../../../scoring/partForm';
import { GuideTools } from '../../../scoring/library/GuideTools';
import { DateInput } from '../../../ui/dates/DateInput';
import { takesReviews } from './reviewForm';
import { line, select, type RowProps } from './rowProps';

/** What a post is reviewed by: from the library, from a file, or made on the spot. */
function GuideFields({ kit, values }: RowProps) {
  const { form, says } = kit;
  const { guided, guide } = values.rules.review;
  if (guided === 'none') return null;
  const change = (next: TypedPart) => form.setValue('rules.review.guide', next, { shouldDirty: true });
  const Fields = faceOf(guided).form.Fields!;
  const at = `rules.review.guide.fields.${guided}`;
  return (
    <>
      <GuideTools part={guide} kind={guided} change={change} />
      <Fields
        fields={guide.fields[guided]}
        maximum={null}
        name="the guide"
        says={(field) => says(`${at}.${field}`)}
        change={(patch) =>
          change({ ...guide, fields: { ...guide.fields, [guided]: { ...guide.fields[guided], ...patch } } })
        }
        changeMaximum={() => undefined}
        isForPeers
      />
      {says(`${at}.criteria`)}
      {says(`${at}.items`)}
      {says(`${at}.levels`)}
    </>
  );
}

/** Whether and how students review one another's posts. */
export function ReviewRow({ kit, values }: RowProps) {
  const { form, notes, says, number, date } = kit;
  const { review, openings, readers } = values.rules;
  if (!takesReviews(openings))
    return review.on ? (
      <FormRow label="Reviews">
        <p className="quiet pt-1.5">
          Students review one another where each writes one post: choose that they answer the prompt, or open
          one thread each.
        </p>
      </FormRow>
    ) : null;
  const isByHand = review.pairing === 'byHand';
  const isTwoByTwo = review.pairing === 'twoByTwo';
  return (
    <FormRow label="Reviews">
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.review.on')} />
        Students review one another’s {readers === 'staff' ? 'entries' : 'posts'}
      </label>
      {review.on && (
        <>
          <div className={line}>
            <select
              {...form.register('rules.review.pairing')}
              aria-label="Who reviews whom"
              className={select}
            >
              <option value="round">In a round</option>
              <option value="twoByTwo">Two by two</option>
              <option value="byHand">As you assign them</option>
            </select>
            {isTwoByTwo ? (
              'each reviews one post, and is reviewed by its author.'
            ) : (
              <>each reviews {number('rules.required.reviews', 'Posts each student reviews')} posts.</>
            )}
          </div>
          {says('rules.required.reviews')}
          <p className="quiet text-sm">
            {isByHand
              ? 'Nothing is assigned until you do it, in Reviews of the forum.'
              : 'Everybody is reviewed as often as they review. Whoever posts late joins in, and where a post goes, its reviewers get another.'}
          </p>
          <div>{date('reviewsDue', 'Reviews due')}</div>
          {!isByHand && (
            <div className={line}>
              Partners are drawn
              <select
                {...form.register('rules.review.pairOn')}
                aria-label="When partners are drawn"
                className={select}
              >
                <option value="initialDue">once the initial posts are due</option>
                <option value="at">on a date</option>
              </select>
              {review.pairOn === 'at' && (
                <DateInput aria-label="Partners are drawn on" {...form.register('rules.review.pairAt')} />
              )}
            </div>
          )}
          {says('rules.review.pairAt')}
          <div className={line}>
            They judge
            <select
              {...form.register('rules.review.guided')}
              aria-label="What they judge by"
              className={select}
            >
              <option value="none">by a comment alone</option>
              <option value="rubric">by a rubric</option>
              <option value="checklist">by a checklist</option>
              <option value="levels">by a scale</option>
            </select>
            and write an overall comment of {number('rules.review.minWords', 'Words of the overall comment')}{' '}
            words.
          </div>
          {says('rules.review.minWords')}
          <GuideFields kit={kit} values={values} />
          <div className={line}>
            <select
              {...form.register('rules.review.names')}
              aria-label="Which names are shown"
              className={select}
            >
              <option value="shown">Both names are shown</option>
              {!isTwoByTwo && <option value="reviewerHidden">The reviewer’s name is hidden</option>}
              <option value="bothHidden">Both names are hidden</option>
            </select>
            from one another; you see both.
          </div>
          {says('rules.review.names')}
          <div className={line}>
            Authors receive reviews
            <select
              {...form.register('rules.review.received')}
              aria-label="When authors receive reviews"
              className={select}
            >
              <option value="atOnce">as they are sent</option>
              <option value="atReviewsDate">once their own are due</option>
              <option value="whenReleased">when you hand them over</option>
            </select>
          </div>
          <label className={line}>
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              {...form.register('rules.review.response')}
            />
            Authors may answer each review, once
          </label>
          <p className="quiet text-sm">
            What students say of one another is never the score. To score the reviews they write, add a part
            of the reviews below.
          </p>
        </>
      )}
      {says('rules.review')}
      {notes('review', 'reviewsDue')}
    </FormRow>
  );
}

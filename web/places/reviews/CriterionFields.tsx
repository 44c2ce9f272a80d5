import { useId, useState, type KeyboardEvent } from 'react';
import type { CriterionReview } from '../../../core/review/content';
import type { ReviewCriterion } from '../../../core/review/criteria';
import { Kbd } from '../../ui/keys';

/** One criterion of the guide: its levels, chosen by a click or a digit, or a box to tick; and a comment. */
export function CriterionFields({
  criterion,
  review,
  disabled,
  problem,
  change,
}: {
  criterion: ReviewCriterion;
  review: CriterionReview | undefined;
  disabled: boolean;
  problem: string | null;
  change: (patch: CriterionReview) => void;
}) {
  const [isWithin, setWithin] = useState(false);
  const { title, description, choices, by } = criterion;
  const name = useId();
  const byDigit = (event: KeyboardEvent) => {
    const isTyping = event.target instanceof HTMLTextAreaElement;
    const choice = /^[1-9]$/.test(event.key) ? choices[Number(event.key) - 1] : undefined;
    if (isTyping || disabled || !choice || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    change({ levelId: choice.id });
  };
  return (
    <fieldset
      className={`ruled rounded-field mt-3 border-t px-1.5 pt-2.5 pb-1 first:mt-0 first:border-0 ${isWithin ? 'bg-base-200' : ''}`}
      disabled={disabled}
      onFocus={() => setWithin(true)}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setWithin(false);
      }}
      onKeyDown={byDigit}
    >
      <legend className="float-left w-full font-semibold">{title}</legend>
      <div className="clear-both" />
      {description !== '' && <p className="quiet text-sm">{description}</p>}
      {problem && (
        <p role="alert" className="text-sm text-error">
          {problem}
        </p>
      )}
      {by === 'tick' ? (
        <label className="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={review?.ticked ?? false}
            onChange={(event) => change({ ticked: event.target.checked })}
          />
          It does
        </label>
      ) : (
        <div role="radiogroup" aria-label={title} className="mt-1">
          {choices.map((choice, nth) => (
            <label key={choice.id} className="flex cursor-pointer items-baseline gap-2.5 py-0.5">
              <input
                type="radio"
                name={`${name} ${criterion.id}`}
                className="radio radio-sm translate-y-0.5 shrink-0"
                checked={review?.levelId === choice.id}
                onChange={() => change({ levelId: choice.id })}
              />
              <span className="min-w-0 grow">
                {choice.title}
                {choice.description !== '' && (
                  <span className="quiet block text-xs leading-snug">{choice.description}</span>
                )}
              </span>
              <span className={isWithin ? '' : 'invisible'} aria-hidden>
                <Kbd>{nth + 1}</Kbd>
              </span>
            </label>
          ))}
        </div>
      )}
      <textarea
        className="textarea textarea-sm raised mt-1.5 min-h-9 w-full text-[0.95rem] leading-snug"
        rows={Math.min(6, Math.max(1, Math.ceil((review?.comment ?? '').length / 44)))}
        maxLength={4000}
        aria-label={`Comment on ${title}`}
        placeholder="What makes you say so?"
        value={review?.comment ?? ''}
        onChange={(event) => change({ comment: event.target.value })}
      />
    </fieldset>
  );
}

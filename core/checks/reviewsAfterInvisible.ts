import { reviewsDate } from '../terms/reviewsDate';
import { endsAt } from '../time/minute';
import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warning: the forum is hidden before reviews are due, so that they cannot be written any more. (rules §9) */
export const reviewsAfterInvisible: Check = ({ forum, alike }) => {
  const gone = membersWith(alike, (terms) => {
    const due = reviewsDate(forum, terms);
    const { visibleUntil } = terms.dates;
    return (
      terms.numbers.reviews > 0 && due !== null && visibleUntil !== null && endsAt(due) > endsAt(visibleUntil)
    );
  });
  if (gone.length === 0) return [];
  const { terms } = gone[0]!;
  return [
    finding('warning', 'reviewsAfterInvisible', 'visible', {
      of: gone,
      params: { due: reviewsDate(forum, terms)!, visibleUntil: terms.dates.visibleUntil! },
    }),
  ];
};

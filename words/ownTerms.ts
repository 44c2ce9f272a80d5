import type { DateName, DateTerm, NumberName, OwnTerms } from '../core/course/forum';
import type { DateWriter } from './dates';
import { plural } from './numbers';
import { NUMBER_WORDS } from './requirements';

export const DATES: Record<DateName, string> = {
  visibleFrom: 'visible from',
  visibleUntil: 'visible to',
  postingFrom: 'posting from',
  postingUntil: 'posting to',
  initialDue: 'initial post',
  repliesDue: 'replies',
  reviewsDue: 'reviews',
};
/** "2 days later", "3 h earlier". */
export function plusWords(minutes: number): string {
  const size = Math.abs(minutes);
  const length =
    size % 1440 === 0
      ? plural(size / 1440, 'day')
      : size % 60 === 0
        ? `${size / 60} h`
        : plural(size, 'minute');
  return minutes < 0 ? `${length} earlier` : `${length} later`;
}

/** What own terms say, and only that. */
export function ownTermsWords(own: Pick<OwnTerms, 'dates' | 'numbers'>, date: DateWriter): string {
  const dates = (Object.entries(own.dates) as [DateName, DateTerm][]).map(([name, term]) => {
    if (term === 'none') return `${DATES[name]}: no limit`;
    return 'at' in term ? `${DATES[name]} ${date(term.at)}` : `${DATES[name]} ${plusWords(term.plusMinutes)}`;
  });
  const numbers = (Object.entries(own.numbers) as [NumberName, number][]).map(([name, value]) =>
    value === 0 ? `no ${NUMBER_WORDS[name].many}` : `${value} ${NUMBER_WORDS[name].many}`,
  );
  return [...dates, ...numbers].join('; ') || 'nothing differs yet';
}

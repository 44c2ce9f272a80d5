import type { Check } from './check';
import { finding } from './finding';

/**
 * Warning: a due date, the forum's own or one of own terms, that lies before the term or after it: most often a slip in the year. (rules §8)
 */
export const dueOutsideTerm: Check = ({ forum, members, term }) => {
  if (term === null) return [];
  const isOutside = (due: number | null) => due !== null && (due < term.from || due >= term.until);
  return (['initialDue', 'repliesDue', 'reviewsDue'] as const).flatMap((name) => {
    if (isOutside(forum.schedule[name]))
      return [finding('warning', 'dueOutsideTerm', name, { params: { due: forum.schedule[name]! } })];
    const of = members.filter(
      ({ terms }) => terms.sources[name]?.from === 'ownTerms' && isOutside(terms.dates[name]),
    );
    if (of.length === 0) return [];
    return [finding('warning', 'dueOutsideTerm', name, { of, params: { due: of[0]!.terms.dates[name]! } })];
  });
};

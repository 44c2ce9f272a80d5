import { useMemo } from 'react';
import type { Reviewing as View } from '../../../contract/reviewing';
import { FILTERS, PREVIEW, stands, type FilterName } from './assignmentWords';

/** A student of the page with what belongs to them. */
export interface ReviewerLine {
  readonly person: View['people'][number];
  /** Whom they review, or would. */
  readonly mine: readonly View['assignments'][number][];
  /** By how many their own post is reviewed. */
  readonly reviewedBy: number;
  readonly short: View['short'][number] | undefined;
}

/** The people of the page with what belongs to each, as the filter leaves them. */
export function useRows(view: View, filter: FilterName): ReviewerLine[] {
  return useMemo(() => {
    const preview = view.preview?.map((each, index): View['assignments'][number] => ({
      ...each,
      id: `${PREVIEW}${index}`,
      madeAt: 0,
      byHand: false,
      state: 'toWrite',
      sentAt: null,
      endedAt: null,
      late: false,
      distance: null,
      far: false,
      answered: false,
    }));
    const all = [...view.assignments, ...(preview ?? [])];
    const by = new Map<string, View['assignments'][number][]>();
    const reviewedBy = new Map<string, number>();
    for (const each of all) {
      by.set(each.reviewerId, [...(by.get(each.reviewerId) ?? []), each]);
      if (stands(each)) reviewedBy.set(each.authorId, (reviewedBy.get(each.authorId) ?? 0) + 1);
    }
    const short = new Map(view.short.map((each) => [each.studentId, each]));
    const rows = view.people
      .map((person) => ({
        person,
        mine: by.get(person.person.id) ?? [],
        reviewedBy: reviewedBy.get(person.person.id) ?? 0,
        short: short.get(person.person.id),
      }))
      .filter(({ mine }) => filter === 'all' || mine.some(FILTERS[filter].fits));
    return rows.sort((a, b) => (a.person.person.sortable < b.person.person.sortable ? -1 : 1));
  }, [view, filter]);
}

import type { DocketRow } from '../../../../contract/evaluate';
import { holdsWords } from '../../../../core/text/foldText';
import { STATE_ORDER } from './states';

/** How the docket is narrowed and ordered; lives in the address. */
export interface DocketFilter {
  readonly state: string;
  readonly section: string;
  readonly group: string;
  /** '', 'mine', 'nobody', or an evaluator's id. */
  readonly evaluator: string;
  readonly find: string;
  readonly order: DocketOrder;
}
/** The orders a docket can have. */
export const ORDERS = ['name', 'state', 'ready', 'shuffled'] as const;
export type DocketOrder = (typeof ORDERS)[number];

/** The filter an address holds. */
export function filterFrom(search: URLSearchParams): DocketFilter {
  const order = search.get('order');
  return {
    state: search.get('state') ?? '',
    section: search.get('section') ?? '',
    group: search.get('group') ?? '',
    evaluator: search.get('evaluator') ?? '',
    find: search.get('find') ?? '',
    order: ORDERS.find((each) => each === order) ?? 'name',
  };
}

/** What an address has to hold of a filter; what is as usual is left out. */
export function filterTo(filter: DocketFilter): Record<string, string> {
  return Object.fromEntries(Object.entries(filter).filter(([, value]) => value !== '' && value !== 'name'));
}

/** A number that looks like chance and is the same each time: who reads when changes from forum to forum, not from visit to visit. */
function lot(text: string): number {
  let hash = 2_166_136_261;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 16_777_619) >>> 0;
  return Math.imul(hash ^ (hash >>> 15), 2_246_822_519) >>> 0;
}

/** Rows that are chosen by something else than their state. */
const ALSO: Readonly<Record<string, (row: DocketRow) => boolean>> = {
  asks: (row) => row.asks,
  second: (row) => row.reading?.wanted === true,
  settle: (row) => row.reading?.settle === true,
};

function isFor({ mine, evaluator }: DocketRow, whose: string): boolean {
  if (whose === '') return true;
  if (whose === 'mine') return mine;
  return whose === 'nobody' ? !mine && evaluator === null : evaluator?.id === whose;
}

/**
 * The rows a filter leaves, in its order.
 *
 * @param forumId what the shuffled order differs by
 */
export function inDocketOrder(
  rows: readonly DocketRow[],
  filter: DocketFilter,
  forumId: string,
): DocketRow[] {
  const kept = rows.filter(
    (row) =>
      (filter.state === '' || (ALSO[filter.state]?.(row) ?? row.state === filter.state)) &&
      (filter.section === '' || row.section === filter.section) &&
      (filter.group === '' || row.groups.includes(filter.group)) &&
      isFor(row, filter.evaluator) &&
      holdsWords(row.student.sortable, filter.find),
  );
  switch (filter.order) {
    case 'name':
      return kept;
    case 'state':
      return kept.sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
    case 'ready':
      return kept.sort((a, b) => (a.readyAt ?? Infinity) - (b.readyAt ?? Infinity) || 0);
    case 'shuffled':
      return kept
        .map((row) => ({ row, at: lot(`${forumId} ${row.student.id}`) }))
        .sort((a, b) => a.at - b.at)
        .map(({ row }) => row);
  }
}

const ORDER_WORDS: Record<DocketOrder, string> = {
  name: 'by family name',
  state: 'by state',
  ready: 'first ready first',
  shuffled: 'shuffled',
};
const ALSO_WORDS: Readonly<Record<string, string>> = {
  asks: 'asking for another look',
  second: 'for a second reading',
  settle: 'to settle',
};

/**
 * What a docket shows and in what order, in one line.
 *
 * @param shown how many students it leaves
 * @param nameOf the name of an evaluator
 * @example filterWords({ state: 'ready', section: 'Evening', group: '', find: '', order: 'name' }, 8) // '8 ready, Evening, by family name'
 */
export function filterWords(
  filter: DocketFilter,
  shown: number,
  nameOf: (evaluator: string) => string = () => 'someone’s',
): string {
  const { state, section, group, evaluator, find, order } = filter;
  const who =
    state === ''
      ? section + group + evaluator + find === ''
        ? `Everyone (${shown})`
        : `${shown}`
      : `${shown} ${ALSO_WORDS[state] ?? state}`;
  const whose =
    evaluator === 'mine' ? 'yours' : evaluator === 'nobody' ? 'nobody’s' : evaluator && nameOf(evaluator);
  return [who, whose, section, group, find === '' ? '' : `“${find}”`, ORDER_WORDS[order]]
    .filter((part) => part !== '')
    .join(', ');
}

/** Whether a filter leaves anybody out. */
export const narrows = ({ state, section, group, evaluator, find }: DocketFilter): boolean =>
  state + section + group + evaluator + find !== '';

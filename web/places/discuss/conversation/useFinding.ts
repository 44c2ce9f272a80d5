import { useDeferredValue, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { ForumView } from '../../../../contract/discuss';
import { findInForum } from '../../../../contract/search';
import type { PostFilter, PostQuality } from '../../../../core/conversation/filterPosts';
import type { ThreadOrder } from '../../../../core/conversation/orderThreads';
import { useAddress } from '../../../data/useAddress';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';

const ORDERS: readonly ThreadOrder[] = ['conversation', 'newest', 'oldest', 'activity', 'fewest'];
/** How a forum is laid out. */
export type View = 'threads' | 'stream' | 'stack';
const VIEWS: readonly View[] = ['threads', 'stream', 'stack'];
/** Every quality that can be looked for, in the order of the filters, with its name. */
export const QUALITIES: readonly (readonly [PostQuality, string, forStaff?: 'staff'])[] = [
  ['unread', 'Unread'],
  ['unanswered', 'Unanswered'],
  ['repliesToMe', 'Replies to me'],
  ['mine', 'Mine'],
  ['bookmarked', 'Bookmarked'],
  ['held', 'Waiting', 'staff'],
  ['short', 'Too short', 'staff'],
  ['late', 'Late', 'staff'],
  ['removed', 'Removed', 'staff'],
];

/** An address without what is looked for, and by conversation; the order of threads stays. */
export function withoutFilters(search: URLSearchParams): URLSearchParams {
  const next = new URLSearchParams(search);
  for (const name of ['find', 'show', 'author', 'in', 'view', 'posts']) next.delete(name);
  return next;
}

/** In which order a forum is read and what is looked for in it; it stands in the address. */
export function useFinding(forum: ForumView | undefined) {
  const course = useCourse();
  const [, setSearch] = useSearchParams();
  const { search, set } = useAddress();
  const words = search.get('find') ?? '';
  const asked = useDeferredValue(words.trim());
  const found = useApi(
    withQuery(findInForum, { find: asked }),
    forum && asked !== '' ? { course: course.id, forum: forum.id } : null,
    { keepPreviousData: true, revalidateOnFocus: false },
  );
  const known = new Set(QUALITIES.map(([quality]) => quality));
  const qualities = (search.get('show') ?? '')
    .split(',')
    .filter((name): name is PostQuality => known.has(name as PostQuality));
  const order = search.get('order') as ThreadOrder | null;
  const circle = forum?.groupings.find(({ id }) => id === search.get('in'));
  const view = search.get('view');
  const foundPosts = found.data?.posts;
  const shown = qualities.join();
  const author = search.get('author');
  const filter = useMemo(
    (): PostFilter => ({
      qualities: shown === '' ? [] : (shown.split(',') as PostQuality[]),
      authorId: author,
      authors: circle ? new Set(circle.people) : null,
      found: asked === '' ? null : new Set(foundPosts ?? []),
    }),
    [shown, author, circle, asked, foundPosts],
  );
  return {
    words,
    filter,
    /** Whether the server has not answered yet. */
    isLooking: asked !== '' && found.data === undefined && found.error === undefined,
    error: found.error,
    circle: circle?.id ?? '',
    /** Threads one below the other, posts in one stream, or chosen ones as a stack. */
    view: VIEWS.includes(view as View) ? (view as View) : ('threads' as const),
    order: order !== null && ORDERS.includes(order) ? order : ('conversation' as const),
    setWords: (next: string) => set({ find: next }),
    setOrder: (next: ThreadOrder) => set({ order: next === 'conversation' ? '' : next }),
    setView: (next: View) => set({ view: next === 'threads' ? '' : next }),
    setCircle: (next: string) => set({ in: next }),
    setAuthor: (next: string) => set({ author: next }),
    toggle: (quality: PostQuality) =>
      set({
        show: (qualities.includes(quality)
          ? qualities.filter((each) => each !== quality)
          : [...qualities, quality]
        ).join(),
      }),
    clear: () => setSearch(withoutFilters, { replace: true, preventScrollReset: true }),
  };
}
export type Finding = ReturnType<typeof useFinding>;

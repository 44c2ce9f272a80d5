import { useCallback, useMemo, useState, type RefObject } from 'react';
import { useNavigate } from 'react-router';
import { getForum, type ForumView } from '../../../contract/discuss';
import { useCourse } from '../../data/course';
import { useIsLive } from '../../data/live';
import { useAddress } from '../../data/useAddress';
import { useApi } from '../../data/useApi';
import { useStable } from '../../ui/useStable';
import { useBodies } from './context/bodies';
import { useCurrentPost } from './context/currentPost';
import { useFrame, type ForumContext, type PostContext } from './context/forumContext';
import { usePicks } from './context/usePicks';
import { useReadMarks } from './context/useReadMarks';
import type { RowListHandle } from './conversation/RowList';
import { useGoToWritten } from './conversation/useGoToWritten';
import { useConversation } from './conversation/useConversation';
import { useFinding, withoutFilters } from './conversation/useFinding';
import { useFolding } from './conversation/useFolding';
import { useForumKeys } from './conversation/useForumKeys';
import { useGoing } from './conversation/useGoing';
import { useLiveForum } from './conversation/useLiveForum';
import { usePrinting } from './conversation/usePrinting';
import { useRows } from './conversation/useRows';
import { useSealOpening } from './conversation/useSealOpening';
import { useWriting } from './writing/useWriting';

/** Polling, while nothing arrives by itself: seldom where an answer is long. */
const refreshAfter = (forum: ForumView | undefined) => ((forum?.posts.length ?? 0) > 1000 ? 120_000 : 30_000);

/** Whether what a poll brings is what is here already; as text, for there may be ten thousand posts in it. */
const isSame = (one: ForumView | undefined, other: ForumView | undefined) =>
  one === other || JSON.stringify(one) === JSON.stringify(other);

const nothing = () => undefined;
/** Before the forum is there, its keys do nothing. */
const NO_CONTEXT: Parameters<typeof useForumKeys>[0]['context'] = {
  marks: { watch: () => nothing, mark: async () => undefined, bookmark: async () => undefined },
  write: nothing,
  picks: new Set(),
  pick: nothing,
  openBeside: nothing,
  quote: nothing,
};

/** Everything the page of a forum shows and does: the conversation as the address asks for it, and what is done with its posts. */
export function useForumPage(id: string, findField: RefObject<HTMLInputElement | null>) {
  const course = useCourse().id;
  const navigate = useNavigate();
  const isLive = useIsLive();
  const { data, error, mutate } = useApi(
    getForum,
    { course, forum: id },
    { refreshInterval: isLive ? 0 : refreshAfter, compare: isSame },
  );
  const { search, set } = useAddress();
  const { writing, write, quoting, quote } = useWriting(id);
  const { picks, pick, pickThese } = usePicks();
  const [list, setList] = useState<RowListHandle | null>(null);
  const asked = search.get('space');
  // A journal is always someone's; elsewhere no choice means everything.
  const space = data?.spaces.find(({ id: spaceId }) => spaceId === asked) ?? null;
  const bodies = useBodies(data, id);
  useLiveForum({ course, forum: id }, bodies, mutate);
  const finding = useFinding(data);
  const pickedNames = search.get('posts');
  const stacked = useMemo(() => pickedNames?.split('.') ?? [], [pickedNames]);
  const conversation = useConversation(data, space?.id, finding, stacked);
  const { posts, threads, talk, apart, waiting, showAll } = conversation;
  const folding = useFolding(threads);
  const marks = useReadMarks(data, mutate);
  const rows = useRows(data, threads, apart, folding);
  const unread = useMemo(() => new Set(talk.filter(({ read }) => !read).map((each) => each.id)), [talk]);
  const order = useMemo(
    () => ({
      shown: rows.flatMap((row) => (row.kind === 'post' ? [row.key] : [])),
      all: (apart ?? threads.flatMap((thread) => thread.posts)).map(({ post }) => post.id),
    }),
    [rows, apart, threads],
  );
  const { whole, print } = usePrinting(() => bodies.all(order.shown));
  const going = { isThere: data !== undefined, order, apart: apart !== null, folding, list };
  const { current, goTo } = useGoing(going);
  const showArrivals = () => {
    if (!data || waiting.length === 0) return;
    showAll();
    finding.clear();
    const to = withoutFilters(new URLSearchParams(window.location.search)).toString();
    void navigate({ search: to, hash: `post-${waiting[0]!.id}` }, { replace: true });
  };
  const isHere = useCallback((post: string) => apart === null || order.shown.includes(post), [apart, order]);
  const goToWritten = useGoToWritten(isHere);
  const justUnsealed = useSealOpening(data, showAll);
  const stable = {
    wholeForum: useStable(() => data!),
    write: useStable(write),
    goToWritten: useStable(goToWritten),
    watch: marks.watch,
    mark: useStable(marks.mark),
    bookmark: useStable(marks.bookmark),
    fold: useStable((post: string, away: boolean) => folding.fold([post], away)),
    pick: useStable(pick),
    openBeside: useStable((post: string | null) => set({ beside: post ?? '' }, { push: true })),
    goTo: useStable(goTo),
    quote: useStable(quote),
  };
  const frame = useFrame(data);
  const { watch, mark, bookmark, ...acts } = stable;
  const ofPosts = useMemo(
    (): PostContext | null =>
      frame === undefined
        ? null
        : { forum: frame, writing, picks, marks: { watch, mark, bookmark }, ...acts },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is done with posts stays the same
    [frame, writing, picks],
  );
  const context = useMemo(
    (): ForumContext | null =>
      data === undefined || ofPosts === null ? null : { ...ofPosts, forum: data, quoting, current },
    [ofPosts, data, quoting, current],
  );
  const currentPost = useCurrentPost(current);
  const { nextUnread } = useForumKeys({
    posts,
    order,
    unread,
    bodies,
    context: context ?? NO_CONTEXT,
    findField,
    goTo,
    showArrivals,
    print: () => void print(),
  });
  return {
    error: error as unknown,
    refresh: () => void mutate(),
    /** null until the forum is there. */
    context,
    ofPosts,
    currentPost,
    bodies,
    finding,
    folding,
    conversation,
    rows,
    order,
    unread,
    space,
    whole,
    setList,
    pickThese,
    showArrivals,
    nextUnread,
    print: () => void print(),
    markAll: (read: boolean) =>
      void marks.mark(
        talk.filter((each) => each.read !== read && !each.mine).map((each) => each.id),
        read,
      ),
    justUnsealed,
    /** The post whose branch is open beside the rest. */
    beside: search.get('beside'),
    /** The address without what is looked for. */
    unfiltered: withoutFilters(search).toString(),
  };
}

/** The page of a forum, once the forum is there. */
export type ForumPage = ReturnType<typeof useForumPage>;

import { useMemo, useState } from 'react';
import type { ForumView } from '../../../../contract/discuss';
import { postsOf, type PostView } from '../../../../contract/posts';
import { arrivals } from '../../../../core/conversation/arrivals';
import { filterPosts, isLookedFor } from '../../../../core/conversation/filterPosts';
import { orderThreads } from '../../../../core/conversation/orderThreads';
import { inScope, threadsOf, type Placed } from '../context/conversation';
import { talkOf, threadFacts } from '../context/talk';
import type { Finding } from './useFinding';

const NONE: readonly PostView[] = [];
const idsOf = (posts: readonly { readonly id: string }[]) => new Set(posts.map(({ id }) => id));

/** The newest first, or the oldest. */
function byTime(posts: readonly Placed[], newest: boolean): Placed[] {
  const sign = newest ? -1 : 1;
  return posts.toSorted((a, b) => sign * (a.post.createdAt - b.post.createdAt));
}

/**
 * The conversation of a forum as it is read: what came meanwhile held back until it is asked for, in the order and with
 * the filters of the address.
 */
export function useConversation(
  forum: ForumView | undefined,
  spaceId: string | undefined,
  finding: Finding,
  picked: readonly string[],
) {
  const posts = useMemo(() => (forum ? postsOf(forum) : NONE), [forum]);
  // What comes while someone reads waits until it is asked for, so that nothing moves under their eyes.
  const [shown, setShown] = useState<ReadonlySet<string> | null>(null);
  if (forum && shown === null) setShown(idsOf(posts));
  const waiting = useMemo(() => arrivals(shown, posts), [shown, posts]);
  const { filter, order, view } = finding;
  const threads = useMemo(() => {
    const held = idsOf(waiting);
    const here = held.size === 0 ? posts : posts.filter(({ id }) => !held.has(id));
    return orderThreads(inScope(threadsOf(here), { spaceId }), threadFacts, order);
  }, [posts, waiting, spaceId, order]);
  const talk = useMemo(() => talkOf(threads), [threads]);
  const isFiltered = isLookedFor(filter);
  const left = useMemo(() => (isFiltered ? filterPosts(talk, filter) : talk), [isFiltered, talk, filter]);
  /** Posts one by one, where they are read so; null in threads. */
  const apart = useMemo((): readonly Placed[] | null => {
    const found = left.map(({ placed }) => placed);
    if (view === 'stack') {
      if (picked.length === 0) return isFiltered ? found : [];
      const byId = new Map(talk.map((each) => [each.id, each.placed]));
      return picked.flatMap((id) => byId.get(id) ?? []);
    }
    if (view === 'stream') return byTime(found, order === 'newest' || order === 'activity');
    return isFiltered ? found : null;
  }, [left, talk, view, isFiltered, order, picked]);
  return {
    posts,
    threads,
    talk,
    left,
    isFiltered,
    apart,
    waiting,
    /** Takes in what waits, or all of an answer. */
    showAll: (all: readonly { readonly id: string }[] = posts) => setShown(idsOf(all)),
  };
}

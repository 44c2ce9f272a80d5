import { useCallback, useEffect, useRef } from 'react';
import type { KeyedMutator } from 'swr';
import type { ForumView } from '../../../../contract/discuss';
import { markRead, setBookmark } from '../../../../contract/readMarks';
import { readAfter } from '../../../../core/conversation/readAfter';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { sayWhyNot } from '../../../ui/sayWhyNot';

const PAUSE = 1000;
/** How much of a post, or of the window it fills, has to be seen. */
const SHARE = 0.6;

/** Marks posts of the forum as it is shown, before the server has been asked. */
function patched(
  forum: ForumView,
  ids: ReadonlySet<string>,
  { read, bookmarked }: { read?: boolean; bookmarked?: boolean },
): ForumView {
  return {
    ...forum,
    posts: forum.posts.map((post) => {
      if (!ids.has(post.id)) return post;
      const next = { ...post };
      if (read !== undefined) next.unread = read ? undefined : true;
      if (bookmarked !== undefined) next.bookmarked = bookmarked ? true : undefined;
      return next;
    }),
  };
}

/** What a person has read: counted from what stays on screen, or marked by hand. Through other eyes nothing is marked. */
export function useReadMarks(forum: ForumView | undefined, mutate: KeyedMutator<ForumView>) {
  const patch = useCallback(
    (ids: ReadonlySet<string>, change: { read?: boolean; bookmarked?: boolean }) =>
      void mutate((now) => now && patched(now, ids, change), { revalidate: false }),
    [mutate],
  );
  const course = useCourse().id;
  const isMine = useVantage() === null;
  const queue = useRef(new Set<string>());
  const timers = useRef(new Map<string, ReturnType<typeof setTimeout>>());
  const sending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const id = forum?.id ?? '';

  const flush = useCallback(() => {
    clearTimeout(sending.current);
    const posts = [...queue.current];
    queue.current.clear();
    // What could not be told stays unread on the server, and is read again.
    if (posts.length > 0) call(markRead, { course, forum: id }, { posts, read: true }).catch(() => undefined);
  }, [course, id]);

  const seen = useCallback(
    (post: string) => {
      queue.current.add(post);
      patch(new Set([post]), { read: true });
      clearTimeout(sending.current);
      sending.current = setTimeout(flush, PAUSE);
    },
    [flush, patch],
  );

  const observer = useRef<IntersectionObserver | null>(null);
  const watched = useRef(new Map<Element, { post: string; words: number }>());
  useEffect(() => {
    if (!isMine) return;
    const started = timers.current;
    const stop = (post: string) => {
      clearTimeout(started.get(post));
      started.delete(post);
    };
    const made = new IntersectionObserver(
      (entries) => {
        for (const { target, intersectionRatio, intersectionRect, rootBounds } of entries) {
          const seenPost = watched.current.get(target);
          if (!seenPost) continue;
          const { post, words } = seenPost;
          const fills = intersectionRect.height >= SHARE * (rootBounds?.height ?? Infinity);
          if (intersectionRatio < SHARE && !fills) stop(post);
          else if (!started.has(post))
            started.set(
              post,
              setTimeout(() => {
                started.delete(post);
                if (document.visibilityState === 'visible') seen(post);
              }, readAfter(words)),
            );
        }
      },
      { threshold: [0, 0.2, 0.4, SHARE, 0.8, 1] },
    );
    observer.current = made;
    for (const element of watched.current.keys()) made.observe(element);
    return () => made.disconnect();
  }, [isMine, seen]);
  /** Watches an unread post that is laid out, until what is returned is called. */
  const watch = useCallback((element: Element, post: string, words: number) => {
    watched.current.set(element, { post, words });
    observer.current?.observe(element);
    return () => {
      watched.current.delete(element);
      observer.current?.unobserve(element);
      clearTimeout(timers.current.get(post));
      timers.current.delete(post);
    };
  }, []);
  useEffect(() => {
    const started = timers.current;
    addEventListener('pagehide', flush);
    return () => {
      removeEventListener('pagehide', flush);
      started.forEach((timer) => clearTimeout(timer));
      flush();
    };
  }, [flush]);

  const mark = async (posts: readonly string[], read: boolean) => {
    if (!isMine || posts.length === 0) return;
    for (const post of posts) queue.current.delete(post);
    patch(new Set(posts), { read });
    try {
      await call(markRead, { course, forum: id }, { posts: [...posts], read });
    } catch (error) {
      patch(new Set(posts), { read: !read });
      sayWhyNot(error);
    }
  };
  const bookmark = async (post: string, bookmarked: boolean) => {
    if (!isMine) return;
    patch(new Set([post]), { bookmarked });
    try {
      await call(setBookmark, { course, forum: id, post }, { bookmarked });
    } catch (error) {
      patch(new Set([post]), { bookmarked: !bookmarked });
      sayWhyNot(error);
    }
  };
  return { watch, mark, bookmark };
}
export type ReadMarks = ReturnType<typeof useReadMarks>;

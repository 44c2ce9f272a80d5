import { useCallback, useEffect, useMemo } from 'react';
import { unstable_serialize, useSWRConfig, type KeyedMutator } from 'swr';
import { getChanged, getForum, type ForumView } from '../../../../contract/discuss';
import type { LiveEvent } from '../../../../contract/live';
import { call } from '../../../data/api';
import { Gather } from '../../../data/gather';
import { useHaveOpen, useLiveEvents } from '../../../data/live';
import { keyOf, withQuery } from '../../../data/useApi';
import { useVantage } from '../../../data/vantage';
import type { Bodies } from '../context/bodies';
import { mergeForum, takeChange, together, type Brought } from './mergeForum';

/** With more posts than these the whole forum is asked for. */
const FEW = 100;
/** What comes with the stream is drawn at most so often, ms. */
const DRAWN = 400;

/**
 * Keeps an open forum up to date: takes in what the stream brings of it, and asks for the posts that changed where it brings none.
 * Through other eyes nothing moves.
 */
export function useLiveForum(
  place: { course: string; forum: string },
  bodies: Bodies,
  mutate: KeyedMutator<ForumView>,
): void {
  const { course, forum } = place;
  const { cache } = useSWRConfig();
  const isMine = useVantage() === null;
  useHaveOpen(course, forum);
  const asking = useMemo(
    () =>
      new Gather<string>((ids) => {
        const posts = ids.filter((id) => id !== '');
        // Nothing by name: how much the seal keeps back, or what is due, is other than before.
        if (posts.length === 0 || posts.length > FEW) return void mutate();
        const params = { course, forum };
        call(withQuery(getChanged, { posts: posts.join(',') }), params).then(
          (changed) => {
            bodies.put(changed.bodies);
            let whole = false;
            void mutate(
              (before) => {
                const merged = before && mergeForum(before, changed, posts);
                whole = merged === null;
                return merged ?? before;
              },
              { revalidate: false },
            ).then(() => {
              if (whole) void mutate();
            });
          },
          // The whole forum says why it is not there, or comes when the server can be reached again.
          () => void mutate(),
        );
      }),
    [course, forum, bodies, mutate],
  );
  const taking = useMemo(() => {
    const key = unstable_serialize(keyOf(getForum, { course, forum }));
    const gather = new Gather<Brought>(
      (events) => {
        // What is being asked for would not be taken over once something else is: it is waited for.
        if (cache.get(key)?.isValidating) return gather.add(events, 0);
        const all = together(events);
        bodies.putShared(all.change.bodies, all.change.fresh);
        let isClear = true;
        void mutate(
          (before) => {
            const taken = before && takeChange(before, all);
            isClear = taken !== null;
            return taken ?? before;
          },
          { revalidate: false },
        ).then(() => {
          if (!isClear) asking.add(['', ...all.posts]);
        });
      },
      { busy: DRAWN },
    );
    return gather;
  }, [course, forum, bodies, mutate, asking, cache]);
  useEffect(
    () => () => {
      asking.stop();
      taking.stop();
    },
    [asking, taking],
  );
  const hear = useCallback(
    (event: LiveEvent) => {
      if (!isMine || event.kind !== 'forum' || event.forum !== forum || event.course !== course) return;
      if (event.change === undefined) asking.add(['', ...event.posts], event.spread);
      else taking.add([{ posts: event.posts, change: event.change }], 0);
    },
    [course, forum, asking, taking, isMine],
  );
  useLiveEvents(hear);
}

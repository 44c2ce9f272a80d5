import { useCallback, useEffect, useMemo } from 'react';
import type { KeyedMutator } from 'swr';
import { getChanged, type ForumView } from '../../../../contract/discuss';
import type { LiveEvent } from '../../../../contract/live';
import { call } from '../../../data/api';
import { Gather } from '../../../data/gather';
import { useLiveEvents } from '../../../data/live';
import { withQuery } from '../../../data/useApi';
import { useVantage } from '../../../data/vantage';
import type { Bodies } from '../context/bodies';
import { mergeForum } from './mergeForum';

/** With more posts than these the whole forum is asked for. */
const FEW = 100;

/** Keeps an open forum up to date: asks for the posts that changed, and takes them in. Through other eyes nothing moves. */
export function useLiveForum(
  place: { course: string; forum: string },
  bodies: Bodies,
  mutate: KeyedMutator<ForumView>,
): void {
  const { course, forum } = place;
  const isMine = useVantage() === null;
  const gather = useMemo(
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
  useEffect(() => () => gather.stop(), [gather]);
  const hear = useCallback(
    (event: LiveEvent) => {
      if (isMine && event.kind === 'forum' && event.forum === forum && event.course === course)
        gather.add(['', ...event.posts], event.spread);
    },
    [course, forum, gather, isMine],
  );
  useLiveEvents(hear);
}

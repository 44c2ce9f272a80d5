import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { mutate } from 'swr';
import { getWouldCount, type ForumView } from '../../../../contract/discuss';
import { getMyWork } from '../../../../contract/myWork';
import { answersOf } from '../../../data/apiKey';
import { withoutFilters } from './useFinding';

/**
 * What follows once something was written or changed in a forum: it is asked for anew, with what it counts for, and the post is gone to.
 * Whoever answers one post after the other of what they looked for goes on there.
 */
export function useAfterWriting(
  { course, forum }: { readonly course: string; readonly forum: string },
  refresh: () => Promise<ForumView | undefined>,
  isHere: (post: string) => boolean,
): (unsealed: boolean, post?: string) => void {
  const navigate = useNavigate();
  return useCallback(
    (unsealed, post) => {
      void refresh().then((fresh) => {
        if (!post || (unsealed && fresh)) return;
        const go = (search: string) => void navigate({ search, hash: `post-${post}` }, { replace: true });
        if (isHere(post)) go(window.location.search);
        else
          toast.success('It is sent.', {
            action: {
              label: 'Show it',
              onClick: () => go(withoutFilters(new URLSearchParams(window.location.search)).toString()),
            },
          });
      });
      void mutate(answersOf(getMyWork, { course }));
      void mutate(answersOf(getWouldCount, { course, forum }));
    },
    [refresh, navigate, isHere, course, forum],
  );
}

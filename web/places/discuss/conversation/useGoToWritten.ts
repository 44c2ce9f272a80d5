import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../../ui/toast';
import { askedAnew } from '../../../data/askAnew';
import { withoutFilters } from './useFinding';

/**
 * Goes to a post that was written or moved, once the forum has it; where it opened the seal, the page shows what was sealed instead.
 * Whoever answers one post after the other of what they looked for goes on there.
 */
export function useGoToWritten(
  isHere: (post: string) => boolean,
): (unsealed: boolean, post?: string) => void {
  const navigate = useNavigate();
  return useCallback(
    (unsealed, post) => {
      if (!post || unsealed) return;
      void askedAnew().then(() => {
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
    },
    [navigate, isHere],
  );
}

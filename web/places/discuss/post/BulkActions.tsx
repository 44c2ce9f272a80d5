import { lazy, Suspense, useState } from 'react';
import type { PostView } from '../../../../contract/posts';
import { plural, numberWords } from '../../../../words/numbers';
import { useForumContext } from '../context/forumContext';
import { useModerateActions } from './useModerateActions';
import { isWaiting } from '../context/talk';
import { sayWhyNot } from '../../../ui/sayWhyNot';

const ReasonDialog = lazy(async () => ({ default: (await import('./ReasonDialog')).ReasonDialog }));

/** What staff do to many posts at once, each action to those it can be done to. */
export function BulkActions({
  posts,
  className = 'quiet flex cursor-pointer items-center gap-1 text-sm hover:underline',
  done = () => undefined,
}: {
  posts: readonly PostView[];
  className?: string;
  done?: () => void;
}) {
  const { forum } = useForumContext();
  const [removing, setRemoving] = useState(false);
  const act = useModerateActions(forum.id, done);
  const idsOf = (some: readonly PostView[]) => some.map(({ id }) => id);
  const held = idsOf(posts.filter((post) => isWaiting(post) && !post.removed));
  const standing = idsOf(posts.filter(({ removed, as }) => !removed && as === 'text'));
  const removed = idsOf(posts.filter((post) => post.removed));
  const run = (work: Promise<void>) => void work.catch(sayWhyNot);
  return (
    <>
      {held.length > 0 && (
        <button type="button" className={className} onClick={() => run(act('approve', held))}>
          Approve the {numberWords(held.length)} that wait
        </button>
      )}
      {standing.length > 0 && (
        <button type="button" className={className} onClick={() => setRemoving(true)}>
          Remove {standing.length === posts.length ? 'all' : numberWords(standing.length)}
        </button>
      )}
      {removed.length > 0 && (
        <button type="button" className={className} onClick={() => run(act('restore', removed))}>
          Restore the removed
        </button>
      )}
      {removing && (
        <Suspense>
          <ReasonDialog
            title={`Remove ${plural(standing.length, 'post')}?`}
            question="Why? Their authors read this; it may be left empty."
            button={`Remove ${plural(standing.length, 'post')}`}
            act={(reason) => act('remove', standing, { reason })}
            onClose={() => setRemoving(false)}
          />
        </Suspense>
      )}
    </>
  );
}

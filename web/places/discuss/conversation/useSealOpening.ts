import { useEffect, useRef, useState } from 'react';
import { toast } from '../../../ui/toast';
import type { ForumView } from '../../../../contract/discuss';

/** The questions that are sealed for who reads. */
export const sealedQuestions = (forum: Pick<ForumView, 'questions'>): string[] =>
  forum.questions.flatMap(({ id, sealed }) => (sealed ? [id] : []));

/** Says that the seal has opened. */
function sayUnsealed(posts: number): void {
  toast.success(
    posts === 0
      ? 'The seal is open. Nobody else has written yet.'
      : 'The seal is open: everyone’s posts are here now.',
  );
}

/**
 * Notices that the seal opens, by one's own post here or in another tab, or by the clock: what was behind it is shown at once, and told.
 * Where each question is sealed on its own, answering one shows what others answered to it.
 *
 * @returns whether the seal of the forum opened while it was being looked at
 */
export function useSealOpening(forum: ForumView | undefined, showAll: () => void): boolean {
  const [justUnsealed, setJustUnsealed] = useState(false);
  const [wasSealed, setWasSealed] = useState(false);
  const isSealed = forum !== undefined && forum.sealed !== null;
  if (forum && wasSealed !== isSealed) {
    setWasSealed(isSealed);
    if (wasSealed) {
      setJustUnsealed(true);
      showAll();
    }
  }
  const [before, setBefore] = useState<readonly string[]>([]);
  const now = forum ? sealedQuestions(forum) : before;
  if (now.join() !== before.join()) {
    setBefore(now);
    if (before.some((question) => !now.includes(question))) showAll();
  }
  const others =
    forum && justUnsealed ? forum.posts.filter((post) => post.authorId !== forum.me).length : null;
  const told = useRef(false);
  useEffect(() => {
    if (others === null || told.current) return;
    told.current = true;
    sayUnsealed(others);
  }, [others]);
  return justUnsealed;
}

import {
  Check,
  CircleOff,
  CornerDownRight,
  FolderOpen,
  Hand,
  Pencil,
  Pin,
  PinOff,
  Snowflake,
  Sun,
  Trash2,
} from 'lucide-react';
import { lazy, useMemo, useState, type ReactNode } from 'react';
import { toast } from '../../../ui/toast';
import { postsOf, type PostView } from '../../../../contract/posts';
import { freezeThread, setHighlight } from '../../../../contract/moderate';
import { branchBelow } from '../../../../core/moderate/moveBranch';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { usePostContext } from '../context/forumContext';
import type { MenuEntry } from '../../../ui/menuEntry';
import { useModerateActions } from './useModerateActions';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

const MoveDialog = lazy(async () => ({ default: (await import('./MoveDialog')).MoveDialog }));
const CaseDialog = lazy(async () => ({ default: (await import('../../cases/CaseDialog')).CaseDialog }));
const ReasonDialog = lazy(async () => ({ default: (await import('./ReasonDialog')).ReasonDialog }));

/** What staff do to a post to keep the discussion healthy: the entries of its menu, and what they ask. */
export function useModerateEntries(
  post: PostView,
  /** null where the text is not theirs to change. */
  edit: (() => void) | null,
): { entries: readonly MenuEntry[]; asks: ReactNode } {
  const course = useCourse().id;
  const { forum, wholeForum } = usePostContext();
  const act = useModerateActions(forum.id);
  const [asks, setAsks] = useState<'remove' | 'move' | 'case' | null>(null);
  const below = useMemo(
    () => (asks === 'remove' ? branchBelow(postsOf(wholeForum()), post.id).size - 1 : 0),
    [asks, wholeForum, post.id],
  );
  const run = async (work: () => Promise<unknown>, said?: string) => {
    await orSayWhyNot(async () => {
      await work();
      if (said) toast.success(said);
    });
  };
  const freeze = (frozen: boolean) =>
    run(
      () => call(freezeThread, { course, forum: forum.id, post: post.id }, { frozen }),
      frozen ? 'The thread is frozen: only staff write in it.' : 'Students can write in the thread again.',
    );
  const SAID = {
    pinned: ['The thread is pinned to the top.', 'The thread is back in its usual place.'],
    answer: ['Marked as the answer.', 'No longer marked as the answer.'],
  } as const;
  const highlight = (kind: keyof typeof SAID, stands: boolean) =>
    run(
      () => call(setHighlight, { course, forum: forum.id, post: post.id }, { kind, stands }),
      SAID[kind][stands ? 0 : 1],
    );
  const canHold =
    !post.removed && post.waiting === null && post.author!.kind === 'student' && post.asideWith === null;
  const entries: (MenuEntry | false)[] = [
    !post.removed && edit !== null && { label: 'Edit the text', icon: Pencil, act: edit },
    !post.removed && { label: 'Remove …', icon: Trash2, act: () => setAsks('remove') },
    !post.removed && { label: 'Move …', icon: CornerDownRight, act: () => setAsks('move') },
    canHold && {
      label: 'Hold until approved',
      icon: Hand,
      act: () => void run(() => act('hold', [post.id])),
    },
    post.opens &&
      !post.removed && {
        label: post.pinned ? 'Unpin the thread' : 'Pin the thread on top',
        icon: post.pinned ? PinOff : Pin,
        act: () => void highlight('pinned', !post.pinned),
      },
    forum.marksAnswers &&
      !post.opens &&
      !post.removed && {
        label: post.isAnswer ? 'No longer the answer' : 'Mark as the answer',
        icon: post.isAnswer ? CircleOff : Check,
        act: () => void highlight('answer', !post.isAnswer),
      },
    post.opens &&
      (post.frozen
        ? { label: 'Unfreeze the thread', icon: Sun, act: () => void freeze(false) }
        : { label: 'Freeze the thread', icon: Snowflake, act: () => void freeze(true) }),
    post.author!.kind === 'student' &&
      post.asideWith === null && { label: 'Put into a case …', icon: FolderOpen, act: () => setAsks('case') },
  ];
  const shown = (
    <>
      {asks === 'remove' && (
        <ReasonDialog
          title={`Remove ${post.author!.name}’s post?`}
          question={`Why? ${post.author!.given} reads this; it may be left empty.`}
          button="Remove it"
          below={below}
          act={(reason, branch) => act('remove', [post.id], { reason, below: branch })}
          onClose={() => setAsks(null)}
        />
      )}
      {asks === 'case' && (
        <CaseDialog
          first={{ kind: 'post', forum: forum.id, post: post.id }}
          students={[post.author!]}
          onClose={() => setAsks(null)}
        />
      )}
      {asks === 'move' && <MoveDialog post={post} onClose={() => setAsks(null)} />}
    </>
  );
  return { entries: entries.filter((entry) => entry !== false), asks: shown };
}

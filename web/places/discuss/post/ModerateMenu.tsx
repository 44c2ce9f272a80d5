import { ChevronDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { postsOf, type PostView } from '../../../../contract/posts';
import { freezeThread } from '../../../../contract/moderate';
import { branchBelow } from '../../../../core/moderate/moveBranch';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useForumContext } from '../context/forumContext';
import { Menu, MenuAction } from '../../../ui/Menu';
import { MoveDialog } from './MoveDialog';
import { ReasonDialog } from './ReasonDialog';
import { useModerateActions } from './useModerateActions';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** What staff do to a post to keep the discussion healthy. */
export function ModerateMenu({
  post,
  edit,
}: {
  post: PostView;
  /** null where the text is not theirs to change. */ edit: (() => void) | null;
}) {
  const course = useCourse().id;
  const { forum } = useForumContext();
  const act = useModerateActions(forum.id);
  const [asks, setAsks] = useState<'remove' | 'move' | null>(null);
  const below = useMemo(
    () => (asks === 'remove' ? branchBelow(postsOf(forum), post.id).size - 1 : 0),
    [asks, forum, post.id],
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
      frozen ? 'The thread is frozen: only staff write in it.' : 'The thread goes on.',
    );
  const entries: (readonly [string, () => void])[] = [
    ...(post.removed
      ? []
      : [
          ...(edit ? [['Edit the text', edit] as const] : []),
          ['Remove …', () => setAsks('remove')] as const,
          ['Move …', () => setAsks('move')] as const,
          ...(post.waiting === null && post.author!.kind === 'student' && post.asideWith === null
            ? [['Hold until approved', () => void run(() => act('hold', [post.id]))] as const]
            : []),
        ]),
    ...(post.opens
      ? [
          post.frozen
            ? (['Let the thread go on', () => void freeze(false)] as const)
            : (['Freeze the thread', () => void freeze(true)] as const),
        ]
      : []),
  ];
  return (
    <>
      <Menu
        button={
          <>
            Moderate
            <ChevronDown className="size-3.5" aria-hidden />
          </>
        }
        label={`Moderate ${post.author!.name}’s post`}
        className="quiet inline-flex items-center gap-0.5 hover:underline"
        at="start"
        width="w-52"
      >
        {entries.map(([name, act]) => (
          <MenuAction key={name} act={act}>
            {name}
          </MenuAction>
        ))}
      </Menu>
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
      {asks === 'move' && <MoveDialog post={post} onClose={() => setAsks(null)} />}
    </>
  );
}

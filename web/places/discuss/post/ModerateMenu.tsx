import { ChevronDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { postsOf, type PostView } from '../../../../contract/posts';
import { freezeThread } from '../../../../contract/moderate';
import { branchBelow } from '../../../../core/moderate/moveBranch';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useForumContext } from '../context/forumContext';
import { MoveDialog } from './MoveDialog';
import { ReasonDialog } from './ReasonDialog';
import { useActs } from './useActs';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** Moves a menu that would reach over the right edge of the window to the left. */
function keepInWindow(menu: HTMLElement): void {
  menu.style.marginInlineStart = '';
  const over =
    menu.getBoundingClientRect().left + menu.offsetWidth - (document.documentElement.clientWidth - 8);
  if (over > 0) menu.style.marginInlineStart = `${-over}px`;
}

/** What staff do to a post to keep the discussion healthy. */
export function ModerateMenu({
  post,
  edit,
}: {
  post: PostView;
  /** null where the text is not theirs to change. */ edit: (() => void) | null;
}) {
  const course = useCourse().id;
  const { forum, changed } = useForumContext();
  const act = useActs(forum.id, () => changed(false));
  const [asks, setAsks] = useState<'remove' | 'move' | null>(null);
  const below = useMemo(
    () => (asks === 'remove' ? branchBelow(postsOf(forum), post.id).size - 1 : 0),
    [asks, forum, post.id],
  );
  const run = async (work: () => Promise<unknown>, said?: string) => {
    (document.activeElement as HTMLElement | null)?.blur();
    await orSayWhyNot(async () => {
      await work();
      if (said) {
        toast.success(said);
        changed(false);
      }
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
      <details
        className="dropdown"
        onToggle={({ currentTarget }) => keepInWindow(currentTarget.querySelector('ul')!)}
        onBlur={({ currentTarget, relatedTarget }) => {
          if (!currentTarget.contains(relatedTarget)) currentTarget.open = false;
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' || !event.currentTarget.open) return;
          event.currentTarget.open = false;
          event.currentTarget.querySelector('summary')?.focus();
        }}
      >
        <summary
          role="button"
          aria-label={`Moderate ${post.author!.name}’s post`}
          className="quiet inline-flex cursor-pointer list-none items-center gap-0.5 hover:underline"
        >
          Moderate
          <ChevronDown className="size-3.5" aria-hidden />
        </summary>
        <ul className="menu dropdown-content raised ruled rounded-box z-20 mt-1 w-52 border p-1.5 shadow-sm">
          {entries.map(([name, does]) => (
            <li key={name}>
              <button
                type="button"
                onClick={(event) => {
                  event.currentTarget.closest('details')!.open = false;
                  does();
                }}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
      </details>
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

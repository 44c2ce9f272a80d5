import { CornerLeftUp, X } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { branchOf } from '../../../../core/conversation/branch';
import { useVantage } from '../../../data/vantage';
import { useKeys } from '../../../ui/keys';
import { numberWords } from '../../../../words/numbers';
import { Context } from './Context';
import { Conversation } from './Conversation';
import type { Thread } from '../context/conversation';
import { useForumContext } from '../context/forumContext';
import { rowsOfThreads } from './rows';

/** One branch of the conversation on its own, beside the rest; the rest stays where it was. */
export function Beside({ threads, post: id }: { threads: readonly Thread[]; post: string }) {
  const { openBeside, goTo, marks } = useForumContext();
  const isMine = useVantage() === null;
  const pane = useRef<HTMLElement>(null);
  const branch = useMemo(() => {
    const thread = threads.find(({ posts }) => posts.some(({ post }) => post.id === id));
    const posts = (thread?.posts ?? []).map((placed) => ({ ...placed, id: placed.post.id }));
    return branchOf(posts, id);
  }, [threads, id]);
  const rows = useMemo(
    () =>
      branch.length === 0
        ? []
        : rowsOfThreads([{ opening: branch[0]!.post, posts: branch }], ({ posts }) =>
            posts.map((placed) => ({ placed, folded: 0, below: 0 })),
          ),
    [branch],
  );
  const close = () => {
    openBeside(null);
    document.getElementById(`post-${id}`)?.focus({ preventScroll: true });
  };
  useKeys([{ on: 'Escape', keys: 'Esc', does: 'close the branch that is open beside the rest', run: close }]);
  useEffect(() => pane.current?.focus({ preventScroll: true }), [id]);
  const [top] = branch;
  if (!top) return null;
  const { answers, post } = top;
  const others = branch.filter(({ post: each }) => !each.mine && each.as === 'text').map((each) => each.post);
  const isAnyUnread = others.some(({ read }) => !read);
  return (
    <aside
      ref={pane}
      tabIndex={-1}
      aria-label={`The branch of ${post.author?.name ?? 'a removed post'}`}
      className="ruled no-print fixed inset-x-0 top-[52px] bottom-0 z-30 overflow-y-auto border-l bg-base-100 outline-none lg:sticky lg:inset-auto lg:top-[52px] lg:z-0 lg:h-[calc(100vh-52px)] lg:w-[min(36rem,46vw)] lg:shrink-0"
    >
      <header className="ruled sticky top-0 z-10 flex items-center gap-3.5 border-b bg-base-100 px-5 py-2.5 text-sm whitespace-nowrap">
        <p className="min-w-0 grow truncate">
          <b>{post.author?.name ?? 'A removed post'}</b>{' '}
          <span className="quiet num">and {numberWords(branch.length - 1)} below</span>
        </p>
        {answers && (
          <button
            type="button"
            className="link-plain flex items-center gap-1 text-sm"
            onClick={() => openBeside(answers.id)}
          >
            <CornerLeftUp className="size-3.5" aria-hidden />
            Up one level
          </button>
        )}
        {isMine && others.length > 0 && (
          <button
            type="button"
            className="quiet cursor-pointer text-sm hover:underline"
            onClick={() =>
              void marks.mark(
                others.filter(({ read }) => read !== isAnyUnread).map((each) => each.id),
                isAnyUnread,
              )
            }
          >
            Mark branch {isAnyUnread ? 'read' : 'unread'}
          </button>
        )}
        <button type="button" className="link-plain text-sm" onClick={() => goTo(post.id)}>
          In the conversation
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-sm btn-square"
          aria-label="Close the branch"
          onClick={close}
        >
          <X className="size-4" aria-hidden />
        </button>
      </header>
      <div className="px-5 pb-16">
        {answers && <Context answers={answers} />}
        <Conversation rows={rows} label="Posts of the branch" prefix="beside" scroller={pane} />
      </div>
    </aside>
  );
}

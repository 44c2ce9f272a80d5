import {
  Bookmark,
  BookmarkX,
  Columns2,
  Ellipsis,
  EyeOff,
  Flag,
  History,
  MailOpen,
  Pencil,
  Send,
  Square,
  SquareCheck,
  TextQuote,
  Trash2,
} from 'lucide-react';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { toast } from '../../../ui/toast';
import { getPostDoc, removePost, restorePost } from '../../../../contract/discuss';
import { reportPost } from '../../../../contract/moderate';
import type { PostBody, PostView } from '../../../../contract/posts';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { plural } from '../../../../words/numbers';
import { exactWords } from '../../../ui/dateWords';
import { Menu } from '../../../ui/Menu';
import type { MenuEntry } from '../../../ui/menuEntry';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { Toolbar } from '../../../ui/Toolbar';
import { When } from '../../../ui/When';
import { useBodyAgain } from '../context/bodies';
import { usePostContext } from '../context/forumContext';
import { isWaiting } from '../context/talk';
import { useModerateActions } from '../post/useModerateActions';
import { useModerateEntries } from '../post/useModerateEntries';
import { whyNot } from '../post/whyNot';
import { Nods } from './Nods';
import { passageIn } from './passage';

// What is seldom opened is fetched when it is.
const Approval = lazy(async () => ({ default: (await import('../post/Approval')).Approval }));
const Versions = lazy(async () => ({ default: (await import('../post/Versions')).Versions }));
const ReasonDialog = lazy(async () => ({ default: (await import('../post/ReasonDialog')).ReasonDialog }));
const SendDialog = lazy(async () => ({ default: (await import('../post/SendDialog')).SendDialog }));

interface Acting {
  readonly post: PostView;
  readonly body: PostBody;
}

/** What can be done with a post: replying at hand, the rest in one menu; and what cannot, with the reason. One stop of the Tab key. */
export function PostActions({
  post,
  which,
  body,
  answering,
  children,
}: Acting & {
  /** What tells it from its author’s other posts by name; empty for the first. */
  which: string;
  answering: boolean;
  /** What stands at the end of the row. */
  children?: ReactNode;
}) {
  const course = useCourse();
  const vantage = useVantage();
  const { forum, picks, write } = usePostContext();
  const act = useModerateActions(forum.id);
  const own = useOwnActions({ post, body });
  const { entries, asks } = useEntries({ post, body }, { answering, own });
  const { may } = body;
  const isStaff = course.role !== 'student';
  const cannot =
    post.mine && !post.removed && forum.phase === 'open'
      ? [may.edit, may.remove].find((each) => !each.yes)
      : undefined;
  const isPicked = picks.has(post.id);
  const called = `${post.author!.name}’s post${which}`;
  return (
    <div className="no-print mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <Toolbar label={`Actions for ${called}`} className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {may.answer.yes && !answering && (
          <button
            type="button"
            className="link-plain py-0.5"
            aria-label={which && !post.mine ? `Reply to ${post.author!.given}, post${which}` : undefined}
            onClick={() => write({ kind: 'answer', parentId: post.id })}
          >
            {post.mine ? 'Add to your post' : `Reply to ${post.author!.given}`}
          </button>
        )}
        {may.moderate.yes && isWaiting(post) && (
          <Suspense>
            <Approval
              post={{ id: post.id, author: post.author! }}
              what={post.change === null ? 'post' : 'change'}
              act={act}
            />
          </Suspense>
        )}
        {post.removed && (may.moderate.yes || post.mine) && vantage === null && (
          <button type="button" className="link-plain py-0.5" onClick={own.restore}>
            Restore
          </button>
        )}
        <Nods forum={forum} post={post} called={called} nods={body.nods} />
        {entries.length > 0 && (
          <Menu
            button={<Ellipsis className="size-4" aria-hidden />}
            label={`More to do with ${called}`}
            className="post-menu quiet rounded p-1 hover:bg-base-200"
            at="start"
            width="w-60"
            head={
              <p className="quiet num px-3 py-1.5 text-xs">
                {exactWords(post.createdAt, course.zone)} · {plural(post.words, 'word')}
              </p>
            }
            entries={entries}
          />
        )}
        {children}
      </Toolbar>
      {post.bookmarked && (
        <span className="flex items-center gap-1 text-xs text-river">
          <Bookmark className="size-3.5 fill-current" aria-hidden />
          Bookmarked
        </span>
      )}
      {isPicked && (
        <span className="flex items-center gap-1 text-xs text-river">
          <SquareCheck className="size-3.5" aria-hidden />
          Picked
        </span>
      )}
      {vantage === null && !post.removed && body.reported && <span className="quiet">reported to staff</span>}
      {isStaff && body.draftKeptAt !== null && (
        <span className="quiet num text-xs">
          last draft saved <When at={body.draftKeptAt} />
        </span>
      )}
      {cannot && (
        <span className="quiet text-xs">
          {whyNot(cannot.reason, course.zone, cannot === may.edit ? 'changed' : 'removed')}
        </span>
      )}
      <Suspense>{asks}</Suspense>
    </div>
  );
}

/** Changing and removing what one wrote, and putting it back. */
function useOwnActions({ post }: Acting) {
  const course = useCourse();
  const { forum, write } = usePostContext();
  const params = { course: course.id, forum: forum.id, post: post.id };
  const isStaff = course.role !== 'student';
  const putBack = () => call(restorePost, params);
  const isResealing = post.mine && forum.hasSeal && post.opens && !isStaff;
  const removed = `Removed. ${isResealing ? 'If it had opened the seal for you, the seal is closed again. ' : ''}Staff can still read it.`;
  return {
    edit: () =>
      void orSayWhyNot(async () => {
        const { doc, version, attachments } = await call(getPostDoc, params);
        write({ kind: 'edit', postId: post.id, version, doc, attachments });
      }),
    remove: () =>
      void orSayWhyNot(async () => {
        await call(removePost, params);
        saidWithUndo(removed, () =>
          orSayWhyNot(async () => {
            await putBack();
            toast.success('It is back.');
          }),
        );
      }),
    restore: () =>
      void orSayWhyNot(async () => {
        await putBack();
        toast.success('The post is back.');
      }),
  };
}

/** The entries of a post's menu, and the dialogs they open. */
function useEntries(
  { post, body }: Acting,
  { answering, own }: { answering: boolean; own: ReturnType<typeof useOwnActions> },
): { entries: readonly MenuEntry[]; asks: ReactNode } {
  const course = useCourse();
  const again = useBodyAgain();
  const isLooking = useVantage() !== null;
  const { forum, write, quote, marks, picks, pick, openBeside } = usePostContext();
  const [asks, setAsks] = useState<'versions' | 'send' | 'report' | null>(null);
  const { may, revisions } = body;
  const isStaff = course.role !== 'student';
  const author = post.author!;
  const moderate = useModerateEntries(post, may.edit.yes && !post.mine ? own.edit : null);
  const close = () => setAsks(null);
  const isPicked = picks.has(post.id);
  const entries: (MenuEntry | false)[] = [
    may.edit.yes && post.mine && { label: 'Edit', icon: Pencil, act: own.edit },
    may.remove.yes &&
      !post.removed &&
      (post.mine || !isStaff) && { label: 'Remove', icon: Trash2, act: own.remove },
    may.aside.yes &&
      !answering &&
      post.asideWith === null && {
        label: `Aside to ${author.given}`,
        icon: EyeOff,
        act: () => write({ kind: 'answer', parentId: post.id, aside: true }),
      },
    may.quote.yes &&
      !isLooking &&
      !post.mine && {
        label: 'Quote',
        icon: TextQuote,
        act: () => quote({ post: post.id, version: body.number, passage: passageIn(post.id, body.html) }),
      },
    revisions > 1 && { label: `${revisions} versions`, icon: History, act: () => setAsks('versions') },
    ...(isLooking
      ? []
      : ([
          !post.mine &&
            post.read && {
              label: 'Mark unread',
              icon: MailOpen,
              act: () => void marks.mark([post.id], false),
            },
          {
            label: post.bookmarked ? 'Remove the bookmark' : 'Bookmark',
            icon: post.bookmarked ? BookmarkX : Bookmark,
            act: () => void marks.bookmark(post.id, !post.bookmarked),
          },
          {
            label: isPicked ? 'Leave out of the stack' : 'Pick for a stack',
            icon: isPicked ? SquareCheck : Square,
            act: () => pick(post.id, !isPicked),
          },
          { label: 'Open beside', icon: Columns2, act: () => openBeside(post.id) },
          !post.removed &&
            post.waiting === null && { label: 'Send to someone', icon: Send, act: () => setAsks('send') },
          may.report.yes &&
            !body.reported && { label: 'Report to staff', icon: Flag, act: () => setAsks('report') },
          ...(may.moderate.yes && (!post.removed || post.opens) ? moderate.entries : []),
        ] as const)),
  ];
  return {
    entries: entries.filter((entry) => entry !== false),
    asks: (
      <>
        {moderate.asks}
        {asks === 'versions' && <Versions forum={forum.id} post={post} onClose={close} />}
        {asks === 'send' && (
          <SendDialog
            forum={forum.id}
            post={post.id}
            title={`Send ${post.mine ? 'your' : `${author.name}’s`} post to someone`}
            onClose={close}
          />
        )}
        {asks === 'report' && (
          <ReasonDialog
            title={`Report ${author.name}’s post to staff?`}
            question="What is wrong with it? Staff read this and your name; nobody else learns that you reported it."
            button="Report it"
            needed="Say what is wrong with the post, so that staff know what to look at."
            act={async (reason) => {
              await call(
                reportPost,
                { course: course.id, forum: forum.id, post: post.id },
                { reason: reason! },
              );
              again(post.id);
              toast.success('Reported. Staff will look at it.');
            }}
            onClose={close}
          />
        )}
      </>
    ),
  };
}

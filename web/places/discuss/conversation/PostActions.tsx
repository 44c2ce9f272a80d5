import { Bookmark, Columns2, EyeOff, Flag, Send, SquareCheck, Square } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { getPostDoc, removePost, restorePost } from '../../../../contract/discuss';
import type { PostBody, PostView } from '../../../../contract/posts';
import { reportPost } from '../../../../contract/moderate';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { When } from '../../../ui/When';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { ReasonDialog } from '../post/ReasonDialog';
import { SendDialog } from '../post/SendDialog';
import { useModerateActions } from '../post/useModerateActions';
import { ModerateMenu } from '../post/ModerateMenu';
import { whyNot } from '../post/whyNot';
import { Approval } from '../post/Approval';
import { useBodyAgain } from '../context/bodies';
import { useForumContext } from '../context/forumContext';
import { Nods } from './Nods';
import { passageIn } from './passage';
import { Versions } from '../post/Versions';
import { isWaiting } from '../context/talk';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

const quietLink = 'cursor-pointer quiet hover:underline inline-flex items-center gap-1';

/** What can be done with a post, by name; and what cannot, with the reason. */
export function PostActions({
  post,
  body,
  answering,
}: {
  post: PostView;
  body: PostBody;
  answering: boolean;
}) {
  const course = useCourse();
  const again = useBodyAgain();
  const vantage = useVantage();
  const { forum, write } = useForumContext();
  const [versions, setVersions] = useState(false);
  const [sending, setSending] = useState(false);
  const [reporting, setReporting] = useState(false);
  const act = useModerateActions(forum.id);
  const params = { course: course.id, forum: forum.id, post: post.id };
  const run = async (work: () => Promise<unknown>, said: string, undo?: () => Promise<unknown>) => {
    await orSayWhyNot(async () => {
      await work();
      if (undo) saidWithUndo(said, () => run(undo, 'It is back.'));
      else toast.success(said);
    });
  };
  const edit = async () => {
    await orSayWhyNot(async () => {
      const { doc, version, attachments } = await call(getPostDoc, params);
      write({ kind: 'edit', postId: post.id, version, doc, attachments });
    });
  };
  const isStaff = course.role !== 'student';
  const { may } = body;
  const cannot =
    post.mine && !post.removed && forum.phase === 'open'
      ? [may.edit, may.remove].find((each) => !each.yes)
      : undefined;
  return (
    <div className="no-print mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <ReplyActions post={post} body={body} answering={answering} />
      <OwnActions post={post} body={body} edit={edit} run={run} />
      {body.revisions > 1 && (
        <button type="button" className={quietLink} onClick={() => setVersions(true)}>
          {body.revisions} versions
        </button>
      )}
      {may.moderate.yes && vantage === null && (!post.removed || post.opens) && (
        <ModerateMenu post={post} edit={may.edit.yes && !post.mine ? () => void edit() : null} />
      )}
      <Nods forum={forum} post={post} nods={body.nods} />
      {vantage === null && <Marks post={post} />}
      {vantage === null && !post.removed && post.waiting === null && (
        <button type="button" className={quietLink} onClick={() => setSending(true)}>
          <Send className="size-3.5" aria-hidden />
          Send
        </button>
      )}
      {vantage === null && !post.removed && body.reported && <span className="quiet">reported to staff</span>}
      {vantage === null && may.report.yes && !body.reported && (
        <button type="button" className={quietLink} onClick={() => setReporting(true)}>
          <Flag className="size-3.5" aria-hidden />
          Report
        </button>
      )}
      {may.moderate.yes && isWaiting(post) && (
        <Approval
          post={{ id: post.id, author: post.author! }}
          what={post.change === null ? 'post' : 'change'}
          act={act}
        />
      )}
      {isStaff && body.draftKeptAt !== null && (
        <span className="quiet num text-xs">
          last draft kept <When at={body.draftKeptAt} />
        </span>
      )}
      {cannot && (
        <span className="quiet text-xs">
          {whyNot(cannot.reason, course.zone, cannot === may.edit ? 'changed' : 'removed')}
        </span>
      )}
      {reporting && (
        <ReasonDialog
          title={`Report ${post.author!.name}’s post to staff?`}
          question="What is wrong with it? Staff read this and your name; nobody else learns that you reported it."
          button="Report it"
          needed="Say what is wrong with the post, so that staff know what to look at."
          act={async (reason) => {
            await call(reportPost, params, { reason: reason! });
            again(post.id);
            toast.success('Reported. Staff will look at it.');
          }}
          onClose={() => setReporting(false)}
        />
      )}
      {sending && (
        <SendDialog
          forum={forum.id}
          post={post.id}
          title={`Send ${post.mine ? 'your' : `${post.author!.name}’s`} post to somebody`}
          onClose={() => setSending(false)}
        />
      )}
      {versions && <Versions forum={forum.id} post={post} onClose={() => setVersions(false)} />}
    </div>
  );
}

interface ActionProps {
  readonly post: PostView;
  readonly body: PostBody;
}

/** Answering a post: for everyone, aside, or with a passage of it. */
function ReplyActions({
  post,
  body: { may, html, number },
  answering,
}: ActionProps & { answering: boolean }) {
  const vantage = useVantage();
  const { write, quote } = useForumContext();
  return (
    <>
      {may.answer.yes && !answering && (
        <button
          type="button"
          className="link-plain"
          onClick={() => write({ kind: 'answer', parentId: post.id })}
        >
          {post.mine ? 'Add to your post' : `Reply to ${post.author!.given}`}
        </button>
      )}
      {may.aside.yes && !answering && post.asideWith === null && (
        <button
          type="button"
          className={`${quietLink} text-aside`}

          onClick={() => write({ kind: 'answer', parentId: post.id, aside: true })}
        >
          <EyeOff className="size-3.5" aria-hidden />
          Aside to {post.author!.given}
        </button>
      )}
      {may.quote.yes && vantage === null && !post.mine && (
        <button
          type="button"
          className={quietLink}
          // The selection must still be there when the button is pressed.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => quote({ post: post.id, version: number, passage: passageIn(post.id, html) })}
        >
          Quote
        </button>
      )}
    </>
  );
}

/** Changing and removing what one wrote oneself, and putting it back. */
function OwnActions({
  post,
  body: { may },
  edit,
  run,
}: ActionProps & {
  edit: () => Promise<unknown>;
  run: (work: () => Promise<unknown>, said: string, undo?: () => Promise<unknown>) => Promise<unknown>;
}) {
  const course = useCourse();
  const vantage = useVantage();
  const { forum } = useForumContext();
  const isStaff = course.role !== 'student';
  const params = { course: course.id, forum: forum.id, post: post.id };
  const putBack = () => call(restorePost, params);
  const isResealing = post.mine && forum.hasSeal && post.opens && !isStaff;
  const said = `Removed. ${isResealing ? 'If it had opened the seal for you, the seal is closed again. ' : ''}Staff can still read it.`;
  return (
    <>
      {may.edit.yes && post.mine && (
        <button type="button" className={quietLink} onClick={() => void edit()}>
          Edit
        </button>
      )}
      {may.remove.yes && !post.removed && (post.mine || !isStaff) && (
        <button
          type="button"
          className={quietLink}
          onClick={() => void run(() => call(removePost, params), said, putBack)}
        >
          Remove
        </button>
      )}
      {post.removed && (may.moderate.yes || post.mine) && vantage === null && (
        <button type="button" className={quietLink} onClick={() => void run(putBack, 'The post is back.')}>
          Put back
        </button>
      )}
    </>
  );
}

/** What a reader does with a post for themselves. */
function Marks({ post }: { post: PostView }) {
  const { marks, picks, pick, openBeside } = useForumContext();
  const isPicked = picks.has(post.id);
  const Box = isPicked ? SquareCheck : Square;
  return (
    <>
      {!post.mine && post.read && (
        <button type="button" className={quietLink} onClick={() => void marks.mark([post.id], false)}>
          Mark unread
        </button>
      )}
      <button
        type="button"
        className={quietLink}
        aria-pressed={post.bookmarked}
        onClick={() => void marks.bookmark(post.id, !post.bookmarked)}
      >
        <Bookmark
          className={`size-3.5 ${post.bookmarked ? 'fill-river text-river' : ''}`}

          aria-hidden
        />
        Bookmark
      </button>
      <button
        type="button"
        className={quietLink}
        aria-pressed={isPicked}
        onClick={() => pick(post.id, !isPicked)}
      >
        <Box className={`size-3.5 ${isPicked ? 'text-river' : ''}`} aria-hidden />
        Pick
      </button>
      <button type="button" className={quietLink} onClick={() => openBeside(post.id)}>
        <Columns2 className="size-3.5" aria-hidden />
        Beside
      </button>
    </>
  );
}

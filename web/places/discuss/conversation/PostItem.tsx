import { requirementOf } from '../../../../core/participation/requirements/requirements';
import { addresses } from '../../../../words/addresses';
import { Check, ChevronDown, ChevronRight, EyeOff, Pin } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';
import { strikeQuote } from '../../../../contract/discuss';
import type { PostBody, PostView } from '../../../../contract/posts';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { EVIDENCE_WORDS } from '../../../../words/evidence';
import { Initials } from '../../../ui/Initials';
import { plural } from '../../../../words/numbers';
import { Prose } from '../../../ui/Prose';
import { Tally } from '../../../ui/Tally';
import { slotName } from '../../../../words/tally';
import { When } from '../../../ui/When';
import { AttachmentList } from '../../../ui/files/Attachments';
import { AnswerComposer, EditComposer } from '../writing/PostComposers';
import { useBody } from '../context/bodies';
import { useIsCurrent } from '../context/currentPost';
import { usePostContext, type ForumFrame } from '../context/forumContext';
import { PostActions } from './PostActions';
import type { PostRow } from './rows';
import { whichOfAuthor } from '../context/conversation';
import { changeWords } from '../context/talk';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

function Meta({ row, forum }: { row: PostRow; forum: ForumFrame }) {
  const course = useCourse().id;
  const { post, answers, depth, nth, of: siblings } = row.placed;
  const { slot } = post;
  const of = slot ? forum.required[requirementOf(slot.kind).count] : 0;
  return (
    <p className="flex flex-wrap items-center gap-x-2.5 gap-y-0.5 text-sm">
      <Initials name={post.author!.name} staff={post.author!.kind === 'staff'} />
      <span role="heading" aria-level={Math.min(2 + depth, 6)} className="text-[0.97rem] font-bold">
        {post.author!.name}
        <span className="sr-only">
          {answers === null
            ? row.alone
              ? ''
              : `, thread ${nth} of ${siblings}`
            : `, reply ${nth} of ${siblings} to ${answers.author?.name ?? 'a removed post'}`}
        </span>
      </span>
      {!post.read && <span className="text-xs font-bold text-river">unread</span>}
      {post.author!.kind === 'staff' && <span className="quiet">staff</span>}
      {answers && <span className="quiet">replies to {answers.author?.given ?? 'a removed post'}</span>}
      <When at={post.createdAt} className="quiet num" plain />
      {slot && (
        <span
          className="flex items-center gap-1.5"
          title={`${slotName(slot, of)}${of > 1 ? ` of ${of}` : ''}, ${plural(post.words, 'word')}`}
        >
          <Tally slots={[slot]} scale={0.8} />
          {slot.daysLate > 0 && <span className="text-late">{plural(slot.daysLate, 'day')} late</span>}
          {slot.state === 'short' && <span className="text-late">too short</span>}
        </span>
      )}
      {post.editedBy !== null ? (
        <span className="quiet">edited by {post.editedBy.name}, staff</span>
      ) : (
        post.editedAt !== null && <span className="quiet">edited</span>
      )}
      {post.pinned && (
        <b className="flex items-center gap-1 text-river">
          <Pin className="size-3.5" aria-hidden />
          pinned
        </b>
      )}
      {row.answer !== null && (
        <a href={`#post-${row.answer}`} className="link-plain flex items-center gap-1 font-semibold">
          <Check className="size-3.5" aria-hidden />
          go to the answer
        </a>
      )}
      {post.isAnswer && (
        <b className="flex items-center gap-1 rounded-full bg-river-wash px-2 text-river">
          <Check className="size-3.5" aria-hidden />
          the answer
        </b>
      )}
      {post.frozen && <b className="quiet">thread frozen</b>}
      {post.starter && <b className="text-river">starter</b>}
      {post.waiting === 'held' && <b className="text-late">waiting for approval</b>}
      {post.waiting === 'returned' && <b className="text-late">returned to revise</b>}
      {post.change !== null && <b className="text-late">{changeWords(post)}</b>}
      {post.removed && <b className="text-seal">removed</b>}
      {post.marks.map((mark) => (
        <Link
          key={mark}
          to={addresses.moderate(course, forum.id, { view: 'evidence', student: post.author!.id })}
          className="rounded-full border border-late px-2 text-xs font-semibold text-late hover:underline"
        >
          {EVIDENCE_WORDS[mark]}
        </Link>
      ))}
    </p>
  );
}

/** Room for a text that is on its way. */
function TextToCome({ words }: { words: number }) {
  return (
    <div
      className="mt-2 space-y-3"
      style={{ minHeight: `${Math.ceil(words / 11) * 29}px` }}
      role="status"
      aria-label="The text is coming"
    >
      {[100, 94, words > 30 ? 97 : 40].map((width) => (
        <div key={width} className="h-3 rounded bg-rule" style={{ width: `${width}%` }} />
      ))}
    </div>
  );
}

function Text({ post, body }: { post: PostView; body: PostBody }) {
  const course = useCourse().id;
  const { forum } = usePostContext();
  const strike = async (source: string, struck: boolean) => {
    await orSayWhyNot(() =>
      call(strikeQuote, { course, forum: forum.id, post: post.id, source }, { struck }),
    );
  };
  return (
    <>
      <div
        data-quotable={body.may.quote.yes ? post.id : undefined}
        onClick={({ target }) => {
          const button = (target as Element).closest<HTMLElement>('[data-strike]');
          if (button) void strike(button.dataset.strike!, button.closest('[data-struck]') === null);
        }}
      >
        <Prose html={body.html} className="mt-1.5" />
      </div>
      <AttachmentList files={body.attachments} />
      {body.removal !== null && (
        <p className="rounded-box mt-2 px-3 py-2 text-sm bg-seal-wash">
          <b className="text-seal">
            Removed by {body.removal.by.id === post.author!.id ? 'the author' : body.removal.by.name},{' '}
            <When at={body.removal.at} />.
          </b>{' '}
          {body.removal.why}
        </p>
      )}
      {body.returnedWhy !== null && (
        <p className="rounded-box mt-2 px-3 py-2 text-sm bg-late-wash">
          <b className="text-late">{post.mine ? 'Returned to you to revise.' : 'Returned.'}</b>{' '}
          {body.returnedWhy} {post.mine && 'Edit your post to send it again.'}
        </p>
      )}
    </>
  );
}

function Fold({ row, fold }: { row: PostRow; fold: (away: boolean) => void }) {
  const folded = row.folded > 0;
  const Chevron = folded ? ChevronRight : ChevronDown;
  return (
    <button
      type="button"
      className={`no-print flex cursor-pointer items-center gap-1 py-0.5 text-sm hover:underline ${folded ? 'font-semibold text-river' : 'quiet'}`}

      aria-expanded={!folded}
      onClick={() => fold(!folded)}
    >
      <Chevron className="size-4" aria-hidden />
      {plural(row.below, 'reply', 'replies')}
      {folded && ' folded away'}
    </button>
  );
}

const INDENTED = 6;

/** One post in the reading column. */
export function PostItem({
  row,
  place,
  prefix = 'post',
  above,
  after,
}: {
  row: PostRow;
  /** Which of how many posts of the list it is. */
  place: { at: number; of: number };
  /** Where a post is laid out twice, what tells the places apart. */
  prefix?: 'post' | 'beside';
  /** What stands before and after it where it stands by itself. */
  above?: ReactNode;
  after?: ReactNode;
}) {
  const { forum, writing, marks, fold } = usePostContext();
  const { post, depth, answers } = row.placed;
  const body = useBody(post.id);
  const isCurrent = useIsCurrent(post.id);
  const element = useRef<HTMLElement>(null);
  const { watch } = marks;
  const isUnread = !post.read && post.as === 'text' && body !== undefined;
  useEffect(
    () => (isUnread ? watch(element.current!, post.id, post.words) : undefined),
    [isUnread, watch, post.id, post.words],
  );
  const indent = row.alone ? 0 : Math.min(depth, forum.threading === 'oneLevel' ? 1 : INDENTED);
  const style = { '--depth': indent } as React.CSSProperties;
  const shell = 'scroll-mt-20 ml-[calc(var(--depth)*0.55rem)] sm:ml-[calc(var(--depth)*1.4rem)]';
  const set = { 'aria-posinset': place.at, 'aria-setsize': place.of };
  if (post.as === 'place') {
    return (
      <article
        id={`${prefix}-${post.id}`}
        aria-label="A removed post"
        className={`${shell} ruled border-l py-2 pl-3 sm:pl-4`}
        style={style}
        {...set}
      >
        <p className="quiet text-sm italic">A post was removed here.</p>
      </article>
    );
  }
  const isEditing = writing?.kind === 'edit' && writing.postId === post.id;
  const isAnswering = writing?.kind === 'answer' && writing.parentId === post.id;
  const which = whichOfAuthor(row.placed);
  const isHere = isCurrent && prefix === 'post';
  return (
    <article
      ref={element}
      id={`${prefix}-${post.id}`}
      tabIndex={-1}
      aria-label={`${post.author!.name}${which && `, post${which}`}${answers ? `, replying to ${answers.author?.name ?? 'a removed post'}` : ''}${post.asideWith === null ? '' : ', aside'}`}
      className={`post ${shell} py-3.5 outline-none ${indent > 0 ? 'ruled border-l pl-3 sm:pl-4' : ''} ${post.asideWith === null ? '' : 'aside-post'}`}
      style={{
        ...style,
        ...(isHere
          ? {
              borderLeft: '2px solid var(--river)',
              paddingLeft: '1rem',
              background: 'linear-gradient(90deg, var(--river-wash), transparent)',
            }
          : {}),
      }}
      {...set}
    >
      {above}
      {post.asideWith !== null && (
        <p className="mb-1.5 flex items-center gap-1.5 text-sm font-semibold text-aside">
          <EyeOff className="size-4 shrink-0" aria-hidden />
          {post.asideWith.id === forum.me
            ? 'An aside: only you and staff read this'
            : `An aside: only ${post.asideWith.name} and staff read this`}
        </p>
      )}
      <Meta row={row} forum={forum} />
      {isEditing && body ? (
        <div className="mt-2">
          <EditComposer post={post} writing={writing} />
        </div>
      ) : body ? (
        <Text post={post} body={body} />
      ) : (
        <TextToCome words={post.words} />
      )}
      {!isEditing && body ? (
        <PostActions post={post} which={which} body={body} answering={isAnswering}>
          {row.below > 0 && <Fold row={row} fold={(away) => fold(post.id, away)} />}
        </PostActions>
      ) : (
        row.below > 0 && <Fold row={row} fold={(away) => fold(post.id, away)} />
      )}
      {isAnswering && (
        <div className="mt-3">
          <AnswerComposer post={post} writing={writing} />
        </div>
      )}
      {after}
    </article>
  );
}

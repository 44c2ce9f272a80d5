import { EyeOff } from 'lucide-react';
import type { ReactNode } from 'react';
import type { PostView } from '../../../../contract/posts';
import { useForumContext } from '../context/forumContext';
import { Composer } from './Composer';
import type { Writing } from '../context/writing';

/** What a composer below a post does when it is done. */
function useDone() {
  const { write, goToWritten } = useForumContext();
  return (result: { id: string; unsealed: boolean } | null) => {
    write(null);
    if (result) goToWritten(result.unsealed, result.id);
  };
}

function useQuoting() {
  const { quoting, quote } = useForumContext();
  return { quoting, onQuoted: () => quote(null) };
}

/** An answer to a post. */
export function AnswerComposer({
  post,
  writing,
}: {
  post: PostView;
  writing: Extract<Writing, { kind: 'answer' }>;
}) {
  const { forum, write } = useForumContext();
  const done = useDone();
  const quotingHere = useQuoting();
  const given = post.author!.given;
  const isStudent = forum.phase !== null;
  const isPeer = post.author!.kind === 'student' && !post.mine;
  // Below an aside everything is one.
  const between = post.asideWith ?? (writing.aside ? post.author : null);
  if (between !== null)
    return (
      <AsideFrame student={isStudent ? null : between.name}>
        <Composer
          key={`aside-${post.id}`}
          forum={forum}
          writing={writing}
          label={isStudent ? `Your reply to ${given}` : `Your aside to ${between.given}`}
          button={isStudent ? `Reply to ${given}, aside` : `Send the aside to ${between.given}`}
          needs={0}
          autoFocus
          minHeight="4.5rem"
          onCancel={() => write(null)}
          onDone={done}
          {...quotingHere}
        />
      </AsideFrame>
    );
  return (
    <Composer
      key={`answer-${post.id}`}
      forum={forum}
      writing={writing}
      label={post.mine ? 'Your addition' : `Your reply to ${given}`}
      button={post.mine ? 'Add to your post' : `Reply to ${given}`}
      needs={isStudent && isPeer ? forum.required.replyMinWords : 0}
      autoFocus
      minHeight="4.5rem"
      onCancel={() => write(null)}
      onDone={done}
      {...quotingHere}
    />
  );
}

/** Says, around what is written, that only two sides read it. */
function AsideFrame({ student, children }: { student: string | null; children: ReactNode }) {
  return (
    <div className="rounded-box border-2 border-dashed p-3 border-aside bg-aside-wash">
      <p className="mb-2 flex items-center gap-2 text-sm font-semibold text-aside">
        <EyeOff className="size-4 shrink-0" aria-hidden />
        {student === null
          ? 'An aside: only you and staff read what you write here.'
          : `An aside: only ${student} and staff read what you write here.`}
      </p>
      {children}
    </div>
  );
}

/** A change of one's own post, or by staff of a student's. */
export function EditComposer({
  post,
  writing,
}: {
  post: PostView;
  writing: Extract<Writing, { kind: 'edit' }>;
}) {
  const { forum, write } = useForumContext();
  const done = useDone();
  const { required } = forum;
  const needs = !post.opens
    ? required.replyMinWords
    : required.initialRequired > 0
      ? required.initialMinWords
      : required.postMinWords;
  const { given } = post.author!;
  const isReturned = post.waiting === 'returned' || post.change === 'returned';
  const waits =
    post.waiting === null && (post.change !== null || (forum.hold === 'all' && post.asideWith === null));
  return (
    <Composer
      forum={forum}
      writing={writing}
      label={post.mine ? 'Your post' : `${given}’s post`}
      button={isReturned && post.mine ? 'Send it again' : 'Save the change'}
      note={
        post.mine
          ? waits &&
            'Staff approve the change before classmates read it. Until then they read the previous version.'
          : `The previous version stays. Everyone sees that you changed it, ${given} is told, and what counts stays what ${given} wrote.`
      }
      needs={forum.phase !== null ? needs : 0}
      autoFocus
      onCancel={() => write(null)}
      onDone={done}
      {...useQuoting()}
    />
  );
}

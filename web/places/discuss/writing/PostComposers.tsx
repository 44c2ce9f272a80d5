import type { PostView } from '../../../../contract/posts';
import { useForumHands } from '../reading/forumHands';
import { Composer } from './Composer';
import type { Writing } from './writing';

/** What a composer below a post does when it is done. */
function useDone() {
  const { write, changed } = useForumHands();
  return (result: { id: string; unsealed: boolean } | null) => {
    write(null);
    if (result) changed(result.unsealed, result.id);
  };
}

function useQuoting() {
  const { quoting, quote } = useForumHands();
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
  const { forum, write } = useForumHands();
  const done = useDone();
  const given = post.author!.given;
  const isStudent = forum.phase !== null;
  const isPeer = post.author!.kind === 'student' && !post.mine;
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
      {...useQuoting()}
    />
  );
}

/** A change of one's own post. */
export function EditComposer({
  post,
  writing,
}: {
  post: PostView;
  writing: Extract<Writing, { kind: 'edit' }>;
}) {
  const { forum, write } = useForumHands();
  const done = useDone();
  const { required } = forum;
  const needs = !post.opens
    ? required.replyMinWords
    : required.initial > 0
      ? required.initialMinWords
      : required.postMinWords;
  return (
    <Composer
      forum={forum}
      writing={writing}
      label="Your post"
      button={post.waiting === 'returned' ? 'Send it again' : 'Keep the change'}
      needs={forum.phase !== null ? needs : 0}
      autoFocus
      onCancel={() => write(null)}
      onDone={done}
      {...useQuoting()}
    />
  );
}

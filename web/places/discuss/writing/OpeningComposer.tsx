import type { ForumView } from '../../../../contract/discuss';
import { isMade } from '../../../../core/participation/slot';
import { useForumContext } from '../context/forumContext';
import { Composer } from './Composer';
import type { Writing } from '../context/writing';

type Space = ForumView['spaces'][number];

const hasKey = (writing: Writing | null, kind: 'open' | 'starter', questionId?: string) =>
  writing !== null && writing.kind === kind && writing.questionId === questionId;

/** What the buttons say: what is written, and for whom. */
function words(forum: ForumView, isStaff: boolean, space: Space | null, again: boolean) {
  const where =
    space !== null
      ? ` in ${space.title}`
      : forum.readers === 'group'
        ? ' in every group'
        : forum.readers === 'section'
          ? ' in every section'
          : '';
  if (isStaff && forum.readers === 'staff') {
    const journal = `Write in ${space?.title ?? 'a'}’s journal`;
    return { offer: journal, label: `For ${space?.title ?? ''}, in their journal`, send: journal };
  }
  if (isStaff)
    return { offer: `Open a thread${where}`, label: `A new thread${where}`, send: `Open the thread${where}` };
  if (forum.readers === 'staff')
    return { offer: 'Write an entry', label: 'Your entry', send: 'Save the entry' };
  if (again) return { offer: 'Add another answer', label: 'Another answer', send: 'Post another answer' };
  return { offer: 'Open a thread', label: 'A new thread', send: 'Open the thread' };
}

/** Where an opening post is written: shown at once when it is still to do, else behind a button that says what it does. */
export function OpeningComposer({
  space,
  questionId,
}: {
  /** The section, group or journal that is looked at. */
  space: Space | null;
  questionId?: string;
}) {
  const { forum, writing, write, goToWritten, quoting, quote } = useForumContext();
  const isStaff = forum.phase === null;
  if (!forum.openThread.yes) return null;
  if (isStaff && forum.readers === 'staff' && space === null) return null;
  const { required } = forum;
  const spaceId = isStaff && space !== null ? space.id : undefined;
  const done = (result: { id: string; unsealed: boolean } | null) => {
    write(null);
    if (result) goToWritten(result.unsealed, result.id);
  };
  const mine = forum.posts.some(
    (post) =>
      post.authorId === forum.me &&
      post.parentId === null &&
      !post.orphan &&
      !post.removed &&
      (questionId === undefined || post.questionId === questionId),
  );
  const todo = forum.slots.some(
    (slot) =>
      slot.kind === 'initial' &&
      (questionId === undefined || slot.questionId === questionId || slot.questionId === null) &&
      !isMade(slot) &&
      slot.state !== 'pending',
  );
  const held =
    !isStaff && forum.hold !== 'none'
      ? forum.hold === 'all'
        ? 'Staff approve it before classmates read it.'
        : 'Staff approve your first post here before classmates read it.'
      : undefined;
  if (!isStaff && required.initialRequired > 0 && todo && !mine) {
    const answer = questionId !== undefined;
    return (
      <Composer
        forum={forum}
        writing={{ kind: 'open', questionId }}
        label={answer ? 'Your answer' : 'Your initial post'}
        button={answer ? 'Post your answer' : 'Post your initial post'}
        needs={required.initialMinWords || (forum.recommended.initial ?? 0)}
        wished={required.initialMinWords === 0 && forum.recommended.initial !== null}
        placeholder={answer ? 'Write your answer here.' : 'Write your initial post here.'}
        minHeight={answer ? '4.5rem' : undefined}
        note={held}
        onDone={done}
      />
    );
  }
  const says = words(forum, isStaff, space, required.initialRequired > 0);
  if (hasKey(writing, 'open', questionId) || hasKey(writing, 'starter', questionId)) {
    const kind = writing!.kind as 'open' | 'starter';
    const isEntry = !isStaff && required.posts > 0 && required.initialRequired === 0;
    return (
      <Composer
        key={`${kind} ${spaceId ?? ''}`}
        forum={forum}
        writing={{ kind, questionId, spaceId }}
        label={kind === 'starter' ? 'A starter, visible under the seal' : says.label}
        button={kind === 'starter' ? 'Open the starter for everyone' : says.send}
        needs={isEntry ? required.postMinWords || (forum.recommended.post ?? 0) : 0}
        wished={isEntry && required.postMinWords === 0}
        note={
          kind === 'starter'
            ? 'Students read it even while everything else is sealed for them; replies below it stay sealed.'
            : isStaff && forum.readers === 'staff'
              ? `Only ${space!.title} and staff read it.`
              : held
        }
        autoFocus
        quoting={quoting}
        onQuoted={() => quote(null)}
        onCancel={() => write(null)}
        onDone={done}
      />
    );
  }
  return (
    <div className="no-print flex flex-wrap gap-3">
      <button
        type="button"
        className={
          required.initialRequired > 0 ? 'btn raised ruled btn-sm h-9' : 'btn btn-primary btn-sm h-9'
        }
        onClick={() => write({ kind: 'open', questionId, spaceId })}
      >
        {says.offer}
      </button>
      {isStaff && forum.hasSeal && (
        <button
          type="button"
          className="btn raised ruled btn-sm h-9"
          onClick={() => write({ kind: 'starter', questionId, spaceId })}
        >
          Open a starter
        </button>
      )}
    </div>
  );
}

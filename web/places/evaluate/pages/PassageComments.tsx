import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { Passage } from '../../../../contract/evaluate';
import type { Sheet } from '../sheet/useSheet';

/** The field of a comment, to be gone to once it is there. */
export const passageField = (id: string): string => `passage-${id}`;

function Comment({
  passage,
  number,
  change,
  remove,
}: {
  passage: Passage;
  number: number;
  change: (comment: string) => void;
  remove: () => void;
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const isNew = useRef(passage.comment === '');
  useEffect(() => {
    if (isNew.current) field.current?.focus();
  }, []);
  return (
    <li className="flex items-start gap-2">
      <span
        className="num mt-1.5 shrink-0 text-xs font-semibold text-late"

        title={passage.text || 'The whole post'}
      >
        {passage.text === '' ? 'all' : number}
      </span>
      <textarea
        ref={field}
        id={passageField(passage.id)}
        className="textarea textarea-sm raised min-h-9 grow text-[0.95rem] leading-snug"
        rows={Math.min(6, Math.max(1, Math.ceil(passage.comment.length / 70)))}
        maxLength={4000}
        aria-label={
          passage.text === '' ? 'Comment on the whole post' : `Comment on “${passage.text.slice(0, 80)}”`
        }
        placeholder="The student reads it with the score"
        value={passage.comment}
        onChange={(event) => change(event.target.value)}
      />
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square mt-1"
        aria-label={`Remove comment ${number}`}
        onClick={remove}
      >
        <X className="size-3.5" aria-hidden />
      </button>
    </li>
  );
}

/** The comments on passages of one post, below it. */
export function PassageComments({ sheet, post }: { sheet: Sheet; post: string }) {
  const all = sheet.now.typed.passages;
  const set = (next: readonly Passage[]) => sheet.state.change({ passages: next });
  const own = all.filter(({ postId }) => postId === post);
  if (own.length === 0) return null;
  return (
    <ul aria-label="Comments on passages" className="mt-2.5 space-y-1.5">
      {own.map((passage, index) => (
        <Comment
          key={passage.id}
          passage={passage}
          number={index + 1}
          change={(comment) => set(all.map((each) => (each.id === passage.id ? { ...each, comment } : each)))}
          remove={() => set(all.filter(({ id }) => id !== passage.id))}
        />
      ))}
    </ul>
  );
}

import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { Passage } from '../../contract/evaluate';

/** A comment on a passage, as it is typed below its post. */
export function PassageComment({
  passage,
  number,
  placeholder,
  change,
  remove,
}: {
  passage: Omit<Passage, 'postId'>;
  number: number;
  placeholder: string;
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
        className="textarea textarea-sm raised min-h-9 grow text-[0.95rem] leading-snug"
        rows={Math.min(6, Math.max(1, Math.ceil(passage.comment.length / 70)))}
        maxLength={4000}
        aria-label={
          passage.text === '' ? 'Comment on the whole post' : `Comment on “${passage.text.slice(0, 80)}”`
        }
        placeholder={placeholder}
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

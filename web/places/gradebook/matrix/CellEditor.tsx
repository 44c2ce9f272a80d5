import { useEffect, useId, useRef, useState } from 'react';
import type { GradebookCell } from '../../../../contract/gradebook';
import { pointWords } from '../../../../words/numbers';
import type { Editing } from './matrixActions';
import type { Then } from './moves';

const standing = (cell: GradebookCell) =>
  cell.state === 'excused' ? 'excused' : cell.points === undefined ? '' : pointWords(cell.points);

/** A field over a cell: Enter and Tab keep what was typed, Esc leaves it as it was, and so does going elsewhere with nothing changed. */
export function CellEditor({
  editing,
  cell,
  label,
  commit,
  cancel,
}: {
  editing: Editing;
  cell: GradebookCell;
  label: string;
  commit: (editing: Editing, text: string, then: Then) => boolean;
  cancel: () => void;
}) {
  const [text, setText] = useState(editing.typed ?? standing(cell));
  const field = useRef<HTMLInputElement>(null);
  const problemId = useId();
  const left = useRef(false);
  useEffect(() => {
    field.current!.focus();
    if (editing.typed === null) field.current!.select();
  }, [editing.typed]);
  const leave = (then: Then) => {
    left.current = commit(editing, text, then);
  };
  return (
    <>
      <input
        ref={field}
        className="num absolute inset-0 w-full raised px-3 text-right outline-none"
        aria-label={label}
        aria-invalid={editing.problem !== null}
        aria-describedby={editing.problem === null ? undefined : problemId}
        autoComplete="off"
        inputMode="decimal"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (!left.current) leave('stay');
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') {
            left.current = true;
            cancel();
          } else if (event.key === 'Enter') leave(event.shiftKey ? 'up' : 'down');
          else if (event.key === 'Tab') leave(event.shiftKey ? 'left' : 'right');
          else return;
          event.preventDefault();
        }}
      />
      {editing.problem !== null && (
        <span
          id={problemId}
          role="alert"
          className="raised ruled absolute top-full right-0 z-30 mt-1 w-64 rounded border px-2.5 py-1.5 text-left text-sm whitespace-normal text-error shadow-sm"
        >
          {editing.problem}
        </span>
      )}
    </>
  );
}

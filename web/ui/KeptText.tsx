import { useState, type ReactNode } from 'react';
import { ApiProblem, sentenceOf } from '../data/api';

/**
 * A text that several people may write: kept with a button, and when someone else has changed it in between, theirs stands beside one's own,
 * which is still there to be kept over it.
 */
export function KeptText({
  label,
  hint,
  text: begun,
  rows,
  button,
  save,
  theirsIn,
  beside,
}: {
  label: ReactNode;
  hint?: string;
  text: string;
  rows: number;
  button: string;
  /** Keeps it. */
  save: (text: string, known: string) => Promise<void>;
  /** What someone else has written, in what comes with a conflict. */
  theirsIn: (current: unknown) => string;
  /** What stands beside the button. */
  beside?: ReactNode;
}) {
  const [text, setText] = useState(begun);
  const [known, setKnown] = useState(begun);
  const [theirs, setTheirs] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    setBusy(true);
    setProblem(null);
    setTheirs(null);
    try {
      await save(text, known);
      setKnown(text.trim());
    } catch (error) {
      setProblem(sentenceOf(error));
      if (error instanceof ApiProblem && error.problem.status === 409) {
        const current = theirsIn(error.problem.current);
        setTheirs(current);
        setKnown(current);
      }
    }
    setBusy(false);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <label className="block">
        {label}
        <textarea
          className="textarea raised mt-1 w-full"
          rows={rows}
          maxLength={8000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {hint && <p className="quiet mt-1 text-sm">{hint}</p>}
      {problem && (
        <div role="alert" className="mt-1 text-sm text-error">
          <p>{problem}</p>
          {theirs !== null && (
            <p>It says now: “{theirs}”. Yours is still above; save it to replace theirs.</p>
          )}
        </div>
      )}
      <p className="mt-2 flex items-center gap-3">
        <button className="btn btn-sm btn-primary no-print h-9" disabled={busy || text.trim() === known}>
          {button}
        </button>
        {beside}
      </p>
    </form>
  );
}

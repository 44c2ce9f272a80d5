import { useState } from 'react';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

/** Asks for a reason before something is done to posts; what is typed stays when it is refused. */
export function ReasonDialog({
  title,
  question,
  button,
  needed = null,
  below = 0,
  act,
  onClose,
}: {
  title: string;
  question: string;
  button: string;
  /** What is said where it is left out and cannot be. */
  needed?: string | null;
  /** How many posts stand below and may be taken along; 0 does not ask. */
  below?: number;
  act: (reason: string | null, below: boolean) => Promise<void>;
  onClose: () => void;
}) {
  const [reason, setReason] = useState('');
  const [branch, setBranch] = useState(false);
  const { busy, problem, setProblem, attempt } = useSaving();
  const run = async () => {
    if (needed !== null && reason.trim() === '') return setProblem(needed);
    await attempt(async () => {
      await act(reason.trim() === '' ? null : reason, branch);
      onClose();
    });
  };
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        <label className="block">
          <span className="mb-1 block">{question}</span>
          <textarea
            className="textarea raised w-full"
            rows={3}
            maxLength={1000}
            value={reason}
            aria-invalid={problem !== null}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void run();
            }}
          />
        </label>
        {below > 0 && (
          <label className="mt-2 flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={branch}
              onChange={(event) => setBranch(event.target.checked)}
            />
            {below === 1 ? 'and the reply below it' : `and the ${below} replies below it`}
          </label>
        )}
        <Problem className="mt-1 text-sm">{problem}</Problem>
        <button className="btn btn-primary mt-3" disabled={busy}>
          {button}
        </button>
      </form>
    </Dialog>
  );
}

import { toast } from './toast';

/** How long what was just done can be taken back at a click, ms; resting the pointer on the message keeps it. */
const UNDO_STANDS = 20_000;

/** Says what was done, and offers to take it back. */
export function saidWithUndo(said: string, undo: () => unknown): void {
  toast.success(said, {
    duration: UNDO_STANDS,
    action: { label: 'Undo', onClick: () => void undo() },
  });
}

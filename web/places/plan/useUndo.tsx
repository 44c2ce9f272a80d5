import { useCallback, useRef, useState } from 'react';
import { toast } from '../../ui/toast';
import { orSayWhyNot } from '../../ui/sayWhyNot';

/** Something that was done to the plan, and how it is taken back and done again. */
export interface PlanStep {
  readonly label: string;
  readonly undo: () => Promise<void>;
  readonly redo: () => Promise<void>;
}

/** What was done to the plan on this visit, to be taken back and done again in order. */
export function useUndo() {
  const [done, setDone] = useState<readonly PlanStep[]>([]);
  const [undone, setUndone] = useState<readonly PlanStep[]>([]);
  const [busy, setBusy] = useState(false);
  const push = useCallback((step: PlanStep) => {
    setDone((before) => [...before.slice(-49), step]);
    setUndone([]);
  }, []);
  // Two presses before the page is drawn again are one step, not the same step twice.
  const running = useRef(false);
  const run = async (step: PlanStep, how: 'undo' | 'redo') => {
    if (running.current) return;
    running.current = true;
    setBusy(true);
    await orSayWhyNot(async () => {
      await step[how]();
      if (how === 'undo') {
        setDone((before) => before.filter((each) => each !== step));
        setUndone((before) => [...before, step]);
      } else {
        setUndone((before) => before.filter((each) => each !== step));
        setDone((before) => [...before, step]);
      }
      toast.success(how === 'undo' ? `Undone: ${step.label}.` : `Redone: ${step.label}.`);
    });
    running.current = false;
    setBusy(false);
  };
  const last = done.at(-1);
  const next = undone.at(-1);
  return {
    push,
    undo: last && !busy ? () => void run(last, 'undo') : null,
    redo: next && !busy ? () => void run(next, 'redo') : null,
    undoLabel: last?.label ?? null,
    redoLabel: next?.label ?? null,
  };
}

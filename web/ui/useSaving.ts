import { useState } from 'react';
import { sentenceOf } from '../data/api';

/** Saving something from a form, which says beside its button why it did not work. */
export interface Saving {
  /** While it is on its way. */
  readonly busy: boolean;
  /** Why it did not work, as a sentence; null while nothing is wrong. */
  readonly problem: string | null;
  /** Says what is wrong before anything is sent, or nothing any more. */
  readonly setProblem: (problem: string | null) => void;
  /** Does what saves it; answers whether that worked. */
  readonly attempt: (work: () => Promise<unknown>) => Promise<boolean>;
}

/**
 * Saves what a form holds, or says why not; what was typed stays.
 *
 * @example const { busy, problem, attempt } = useSaving();
 */
export function useSaving(): Saving {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      await work();
      return true;
    } catch (error) {
      setProblem(sentenceOf(error));
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { busy, problem, setProblem, attempt };
}

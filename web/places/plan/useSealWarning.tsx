import { useCallback, useState, type ReactNode } from 'react';
import type { z } from 'zod';
import { sealChangeNames } from '../../../contract/plan';
import { ApiProblem } from '../../data/api';
import { sayWhyNot } from '../../ui/sayWhyNot';
import { SealWarning } from './SealWarning';

/**
 * Sends something that may open or close a seal for someone: where it would, their names are shown first, and it is sent again once
 * that is confirmed.
 */
export function useSealWarning(): {
  readonly through: (send: (confirmed: boolean) => Promise<void>) => Promise<void>;
  /** To be shown with the page. */
  readonly warning: ReactNode;
} {
  const [warned, setWarned] = useState<{
    readonly names: z.infer<typeof sealChangeNames>;
    readonly again: () => void;
  } | null>(null);
  const through = useCallback(async (send: (confirmed: boolean) => Promise<void>) => {
    try {
      await send(false);
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.problem.code !== 'sealChanges') throw error;
      setWarned({
        names: sealChangeNames.parse(error.problem.current),
        again: () => {
          setWarned(null);
          send(true).catch(sayWhyNot);
        },
      });
    }
  }, []);
  return {
    through,
    warning: warned && (
      <SealWarning names={warned.names} confirm={warned.again} close={() => setWarned(null)} />
    ),
  };
}

import { useState } from 'react';

/** Things picked for what is done to several. */
export interface Picks {
  readonly picks: ReadonlySet<string>;
  readonly pick: (id: string, on: boolean) => void;
  readonly pickThese: (ids: readonly string[]) => void;
}

/** Picks things, one at a time or as a whole. */
export function usePicks(): Picks {
  const [picks, setPicks] = useState<ReadonlySet<string>>(new Set());
  return {
    picks,
    pick: (id, on) =>
      setPicks((before) => {
        const next = new Set(before);
        if (on) next.add(id);
        else next.delete(id);
        return next;
      }),
    pickThese: (ids) => setPicks(new Set(ids)),
  };
}

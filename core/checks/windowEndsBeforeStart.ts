import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Error: a window that ends at or before its start, for anyone. (rules §8) */
export const windowEndsBeforeStart: Check = ({ forum, alike }) => {
  const ends = (from: number | null, until: number | null) =>
    from !== null && until !== null && until <= from;
  const of = (window: 'visible' | 'posting') => {
    const from = `${window}From` as const;
    const until = `${window}Until` as const;
    const hit = membersWith(alike, ({ dates }) => ends(dates[from], dates[until]));
    const own = ends(forum.schedule[from], forum.schedule[until]);
    return hit.length > 0 || own
      ? [finding('error', 'windowEndsBeforeStart', window, { of: hit, params: { window } })]
      : [];
  };
  return [...of('visible'), ...of('posting')];
};

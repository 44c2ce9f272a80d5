import { useEffect, useState } from 'react';

/**
 * How much of a long list is shown: some at once, then more step by step, so that nobody waits for all of it.
 *
 * @example const shown = rows.slice(0, useInSteps(rows.length))
 */
export function useInSteps(length: number, step = 30): number {
  const [shown, setShown] = useState(step);
  useEffect(() => {
    if (shown >= length) return;
    const more = setTimeout(() => setShown((before) => before + step), 0);
    return () => clearTimeout(more);
  }, [shown, length, step]);
  return Math.min(shown, length);
}

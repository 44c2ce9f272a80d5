import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same while what it does is drawn anew: whoever is given it is not drawn again for its sake. It is for what
 * people do; it must not be called while drawing.
 */
export function useStable<A extends readonly unknown[], R>(act: (...args: A) => R): (...args: A) => R {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}

import { useEffect, useRef } from 'react';
import type { Sheet } from '../sheet/useSheet';

/**
 * Puts the first points that are missing at hand, once, for a student who was come to by going on.
 *
 * @returns says who will be come to; null for one who was only looked up
 */
export function useArrival(sheet: Sheet | null, student: string | undefined) {
  const arriving = useRef<string | null>(null);
  const first = sheet?.rows.find(({ isGiven }) => !isGiven) ?? sheet?.rows[0];
  const startAt = useRef<() => void>(() => undefined);
  useEffect(() => {
    startAt.current = () => {
      if (first) sheet?.goTo(first.id);
    };
  });
  const here = sheet ? (student ?? null) : null;
  useEffect(() => {
    if (here === null || arriving.current !== here) return;
    arriving.current = null;
    startAt.current();
  }, [here]);
  return (coming: string | null) => {
    arriving.current = coming;
  };
}

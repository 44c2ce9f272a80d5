import { useSyncExternalStore } from 'react';

const QUIET = 60_000;

let last = performance.now();
let isAttended = false;
const listeners = new Set<() => void>();

function noticed(): void {
  last = performance.now();
  if (isAttended) return;
  isAttended = true;
  listeners.forEach((listener) => listener());
}

/** Begins to notice that someone moves, types or touches. */
export function watchActivity(): void {
  for (const kind of ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart'] as const)
    window.addEventListener(kind, noticed, { passive: true, capture: true });
}

/** Whether nobody has moved, typed or touched anything here for a minute; what the page then asks keeps no session alive. */
export function isIdle(): boolean {
  return performance.now() - last > QUIET;
}

/** Whether someone has moved, typed or touched anything since the page was opened. */
export function useIsAttended(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => isAttended,
  );
}

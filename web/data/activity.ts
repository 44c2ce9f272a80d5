const QUIET = 60_000;

let last = performance.now();

/** Begins to notice that somebody moves, types or touches. */
export function watchActivity(): void {
  for (const kind of ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart'] as const)
    window.addEventListener(kind, () => (last = performance.now()), { passive: true, capture: true });
}

/** Whether nobody has moved, typed or touched anything here for a minute; what the page then asks keeps no session alive. */
export function isIdle(): boolean {
  return performance.now() - last > QUIET;
}

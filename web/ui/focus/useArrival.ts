import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { focusOn } from './keepFocus';

/** How long a place may take until its heading is there, ms. */
const PATIENCE = 5000;

/** The place an address leads to. Another student of the same docket is no other place. */
export function placeOf(pathname: string): string {
  return /^\/c\/[^/]+\/evaluate\/[^/]+/.exec(pathname)?.[0] ?? pathname;
}

/** Whether a field of the new place has the focus already, by its own hand. */
function isTakenUp(): boolean {
  const { activeElement } = document;
  return (
    activeElement !== null &&
    activeElement.matches('main :is(input, textarea, select, [contenteditable=true])')
  );
}

/**
 * Whoever goes to another place finds the focus on its heading once that is there, so that a screen reader says where one is and Tab goes on
 * from it. A link to a post leads to the post, and a place that begins in a field is left to it.
 */
export function useArrival(): void {
  const { pathname, hash } = useLocation();
  const place = placeOf(pathname);
  const known = useRef(place);
  useEffect(() => {
    if (known.current === place) return;
    known.current = place;
    if (hash !== '') return;
    const before = document.querySelector('main h1');
    const began = performance.now();
    const look = () => {
      const heading = document.querySelector<HTMLElement>('main h1');
      const isNew = heading !== null && (heading !== before || document.contains(before));
      if (isTakenUp()) return;
      if (isNew) focusOn(heading);
      else if (performance.now() - began < PATIENCE) handle = requestAnimationFrame(look);
    };
    let handle = requestAnimationFrame(look);
    return () => cancelAnimationFrame(handle);
  }, [place, hash]);
}

import { useLayoutEffect, useRef, type RefObject } from 'react';

/** How far what floats stays from the edges of the window, px. */
const EDGE = 8;
const GAP = 4;

/** Where a box of a size floats at an anchor: below it, above where there is no room below, and within the window. */
export function placeBeside(
  anchor: { readonly left: number; readonly top: number; readonly bottom: number },
  size: { readonly width: number; readonly height: number },
  view: { readonly width: number; readonly height: number },
): { left: number; top: number } {
  const below = anchor.bottom + GAP;
  const above = anchor.top - GAP - size.height;
  const fits = below + size.height <= view.height - EDGE || above < EDGE;
  return {
    left: Math.max(EDGE, Math.min(anchor.left, view.width - EDGE - size.width)),
    top: Math.max(EDGE, fits ? Math.min(below, view.height - EDGE - size.height) : above),
  };
}

/**
 * Floats an element at another one above everything on the page, dialogs too, as long as it is drawn. The element has `popover="manual"`.
 */
export function useAboveAll(anchor: RefObject<HTMLElement | null>): RefObject<HTMLDivElement | null> {
  const floating = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const place = () => {
      const [box, at] = [floating.current, anchor.current?.getBoundingClientRect()];
      if (!box || !at) return;
      const size = { width: box.offsetWidth, height: box.offsetHeight };
      const { left, top } = placeBeside(at, size, { width: innerWidth, height: innerHeight });
      box.style.left = `${left}px`;
      box.style.top = `${top}px`;
    };
    floating.current?.showPopover();
    place();
    addEventListener('scroll', place, { passive: true, capture: true });
    addEventListener('resize', place);
    return () => {
      removeEventListener('scroll', place, { capture: true });
      removeEventListener('resize', place);
    };
  }, [anchor]);
  return floating;
}

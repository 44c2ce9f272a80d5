import { autoUpdate, computePosition, flip, offset, shift } from '@floating-ui/dom';
import { useLayoutEffect, useRef, type RefObject } from 'react';

/** How far what floats stays from the edges of the window, px. */
const EDGE = { padding: 8 };

/**
 * Floats an element at another one above everything on the page, dialogs too, as long as it is drawn: below it, above it where there is
 * no room below, and within the window. The element has `popover="manual"`.
 */
export function useAboveAll(anchor: RefObject<HTMLElement | null>): RefObject<HTMLDivElement | null> {
  const floating = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const [box, at] = [floating.current, anchor.current];
    if (!box || !at) return;
    box.showPopover();
    const place = async () => {
      const { x, y } = await computePosition(at, box, {
        strategy: 'fixed',
        placement: 'bottom-start',
        middleware: [offset(4), flip(EDGE), shift({ ...EDGE, crossAxis: true })],
      });
      box.style.left = `${x}px`;
      box.style.top = `${y}px`;
    };
    return autoUpdate(at, box, () => void place());
  }, [anchor]);
  return floating;
}

import { useLayoutEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';

const STOPS = 'button, a[href], select';
const stopsOf = (bar: HTMLElement) => [...bar.querySelectorAll<HTMLElement>(STOPS)];

/** Makes one of the buttons the one that Tab comes to. */
function stopAt(bar: HTMLElement, chosen: HTMLElement | undefined): void {
  for (const each of stopsOf(bar)) each.tabIndex = each === chosen ? 0 : -1;
}

const visible = (element: HTMLElement) => element.getClientRects().length > 0;

/**
 * Buttons that belong together as one stop of the Tab key; the arrows go from one to the next. (WAI-ARIA: toolbar)
 *
 * @param label what it is called
 */
export function Toolbar({
  label,
  className,
  children,
}: {
  label: string;
  className: string;
  children: ReactNode;
}) {
  const bar = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const element = bar.current!;
    const settle = () => {
      const all = stopsOf(element);
      // Where the focus was it stays; else the first of them is where Tab comes to.
      stopAt(element, all.find((each) => each === document.activeElement) ?? all[0]);
    };
    settle();
    // What stands in it may be drawn anew by itself, a menu that was fetched for instance.
    const watch = new MutationObserver(settle);
    watch.observe(element, { childList: true, subtree: true });
    return () => watch.disconnect();
  }, []);
  const move = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1, Home: -Infinity, End: Infinity }[event.key];
    if (by === undefined || event.target instanceof HTMLSelectElement) return;
    const all = stopsOf(bar.current!).filter(visible);
    const at = all.indexOf(event.target as HTMLElement);
    if (at < 0) return;
    event.preventDefault();
    all[Math.min(all.length - 1, Math.max(0, at + by))]!.focus();
  };
  return (
    <div
      ref={bar}
      role="toolbar"
      aria-label={label}
      className={className}
      onKeyDown={move}
      onFocus={(event) => {
        if (stopsOf(bar.current!).includes(event.target)) stopAt(bar.current!, event.target);
      }}
    >
      {children}
    </div>
  );
}

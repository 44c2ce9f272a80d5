import {
  defaultRangeExtractor,
  useVirtualizer,
  useWindowVirtualizer,
  type Virtualizer,
} from '@tanstack/react-virtual';
import {
  memo,
  startTransition,
  useCallback,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type Ref,
  type RefObject,
} from 'react';
import { flushSync } from 'react-dom';
import { likelyHeight, type Row } from './rows';

/** Up to so many rows all are laid out: the browser finds, prints and reads them as any page. */
const LAID_OUT = 120;
const BESIDE = 3;
/** For how long a row one went to is held in its place, in ms. */
const HELD = 1500;
/** What the bar on top covers. */
const COVERED = 72;

export interface RowListHandle {
  /** Brings a row to the top of the window. */
  go(key: string): void;
}

interface Props {
  readonly rows: readonly Row[];
  readonly render: (row: Row, place: { at: number; of: number }) => ReactNode;
  /** Rows that stay laid out wherever they are: what is written in, what has the focus. */
  readonly pinned: ReadonlySet<string>;
  /** Lays out everything, to be printed. */
  readonly whole: boolean;
  readonly label: string;
  readonly handle?: Ref<RowListHandle>;
  /** What scrolls; the window where left out. */
  readonly scroller?: RefObject<HTMLElement | null>;
}

/** Rows of a conversation in the order given; of a long one, those that are near the window. */
export function RowList(props: Props) {
  if (props.rows.length === 0) return null;
  if (props.whole || props.rows.length <= LAID_OUT) return <Whole {...props} />;
  return props.scroller ? <InElement {...props} scroller={props.scroller} /> : <InWindow {...props} />;
}

function Feed({
  rows,
  label,
  children,
  innerRef,
}: Pick<Props, 'rows' | 'label'> & { children: ReactNode; innerRef?: Ref<HTMLDivElement> }) {
  // A feed holds nothing but posts.
  const isFeed = rows.every(({ kind }) => kind === 'post');
  return (
    <div
      ref={innerRef}
      role={isFeed ? 'feed' : 'group'}
      aria-label={label}
      style={{ overflowAnchor: rows.length > LAID_OUT ? 'none' : undefined }}
    >
      {children}
    </div>
  );
}

/** So many rows are laid out at a time, so that the page never stands still for long. */
const AT_A_TIME = 5;

/** Some of the rows; drawn anew only where they are others. */
const Some = memo(function Some({ rows, render, from }: Pick<Props, 'rows' | 'render'> & { from: number }) {
  return rows.slice(from, from + AT_A_TIME).map((row, index) => (
    <div key={row.key} data-row={row.key}>
      {render(row, { at: from + index + 1, of: rows.length })}
    </div>
  ));
});

function Whole({ rows, render, label, handle, whole }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const [laidOut, setLaidOut] = useState(AT_A_TIME);
  const shown = whole ? rows.length : Math.min(rows.length, laidOut);
  useEffect(() => {
    if (shown >= rows.length) return;
    const next = requestAnimationFrame(() => startTransition(() => setLaidOut(shown + AT_A_TIME)));
    return () => cancelAnimationFrame(next);
  }, [shown, rows.length]);
  useImperativeHandle(
    handle,
    () => ({
      go: (key) => {
        // What is not laid out yet is, before one goes to it.
        if (rowIn(list.current, key) === null) flushSync(() => setLaidOut(rows.length));
        rowIn(list.current, key)?.scrollIntoView({ block: 'start' });
      },
    }),
    [rows.length],
  );
  const rest = rows.slice(shown).reduce((sum, row) => sum + likelyHeight(row), 0);
  return (
    <Feed rows={rows} label={label} innerRef={list}>
      {Array.from({ length: Math.ceil(shown / AT_A_TIME) }, (_, part) => (
        <Some key={part} rows={rows} render={render} from={part * AT_A_TIME} />
      ))}
      {rest > 0 && <Gap height={rest} />}
    </Feed>
  );
}

/** The post of a row, or what else stands in it. */
function rowIn(list: HTMLElement | null, key: string): Element | null {
  const row = list?.querySelector(`[data-row="${CSS.escape(key)}"]`) ?? null;
  return row?.querySelector('article') ?? row;
}

const optionsOf = ({ rows, pinned }: Props, heights: readonly number[]) => ({
  count: rows.length,
  estimateSize: (index: number) => heights[index]!,
  getItemKey: (index: number) => rows[index]!.key,
  overscan: BESIDE,
  scrollPaddingStart: COVERED,
  rangeExtractor: (range: Parameters<typeof defaultRangeExtractor>[0]) => {
    const near = defaultRangeExtractor(range);
    if (pinned.size === 0) return near;
    const set = new Set(near);
    for (const [index, { key }] of rows.entries()) if (pinned.has(key)) set.add(index);
    return set.size === near.length ? near : [...set].sort((a, b) => a - b);
  },
});

function InWindow(props: Props) {
  const list = useRef<HTMLDivElement>(null);
  const heights = useMemo(() => props.rows.map(likelyHeight), [props.rows]);
  const [above, setAbove] = useState(0);
  useEffect(() => {
    const measure = () => {
      if (list.current) setAbove(Math.round(list.current.getBoundingClientRect().top + window.scrollY));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, []);
  const virtualizer = useWindowVirtualizer<HTMLElement>({
    ...optionsOf(props, heights),
    scrollMargin: above,
  });
  return <Near {...props} list={list} above={above} virtualizer={virtualizer} />;
}

function InElement(props: Props & { scroller: RefObject<HTMLElement | null> }) {
  const list = useRef<HTMLDivElement>(null);
  const heights = useMemo(() => props.rows.map(likelyHeight), [props.rows]);
  // eslint-disable-next-line react-hooks/incompatible-library -- it is read anew on every render of this small part
  const virtualizer = useVirtualizer<HTMLElement, HTMLElement>({
    ...optionsOf(props, heights),
    getScrollElement: () => props.scroller.current,
  });
  return <Near {...props} list={list} above={0} virtualizer={virtualizer} />;
}

function Near<S extends Window | HTMLElement>({
  rows,
  render,
  label,
  handle,
  list,
  above,
  virtualizer,
}: Props & {
  list: RefObject<HTMLDivElement | null>;
  above: number;
  virtualizer: Virtualizer<S & Element, HTMLElement> | Virtualizer<Window, HTMLElement>;
}) {
  const indexOf = useMemo(() => new Map(rows.map(({ key }, index) => [key, index])), [rows]);
  const target = useRef<{ key: string; until: number } | null>(null);
  useImperativeHandle(
    handle,
    () => ({
      go: (key) => {
        const index = indexOf.get(key);
        if (index === undefined) return;
        target.current = { key, until: performance.now() + HELD };
        virtualizer.scrollToIndex(index, { align: 'start' });
      },
    }),
    [indexOf, virtualizer],
  );
  useEffect(() => {
    const letGo = () => {
      target.current = null;
    };
    const events = ['wheel', 'touchstart', 'keydown', 'mousedown'] as const;
    for (const event of events) addEventListener(event, letGo, { passive: true });
    return () => {
      for (const event of events) removeEventListener(event, letGo);
    };
  }, []);
  // Texts that arrive above the row one went to push it away; it is held until they are there, or one moves on.
  useLayoutEffect(() => {
    const held = target.current;
    if (held === null || performance.now() > held.until) return;
    const row = rowIn(list.current, held.key);
    const off = row === null ? 0 : row.getBoundingClientRect().top - COVERED;
    if (Math.abs(off) > 2) virtualizer.scrollElement?.scrollBy({ top: off });
  });
  const measure = useCallback((row: HTMLElement | null) => virtualizer.measureElement(row), [virtualizer]);
  const items = virtualizer.getVirtualItems();
  const total = virtualizer.getTotalSize();
  const parts: ReactNode[] = [];
  let end = above;
  for (const item of items) {
    if (item.start > end + 0.5)
      parts.push(<Gap key={`before ${item.key as string}`} height={item.start - end} />);
    const row = rows[item.index]!;
    parts.push(
      <div key={row.key} data-row={row.key} data-index={item.index} ref={measure}>
        {render(row, { at: item.index + 1, of: rows.length })}
      </div>,
    );
    end = item.end;
  }
  const rest = total + above - end;
  if (rest > 0.5) parts.push(<Gap key="after" height={rest} />);
  return (
    <Feed rows={rows} label={label} innerRef={list}>
      {parts}
    </Feed>
  );
}

/** The room of rows that are not laid out. */
function Gap({ height }: { height: number }) {
  return <div aria-hidden style={{ height }} />;
}

import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { useEffect, useImperativeHandle, useMemo, useRef, type KeyboardEvent, type Ref } from 'react';
import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import type { ColumnGroup, MatrixColumn } from './columns';
import { HEAD, idOf, placeAt, ROW, useNameWidth, widthOf } from './layout';
import { MatrixHead } from './MatrixHead';
import type { Editing, MatrixActions } from './matrixActions';
import { MatrixRow } from './MatrixRow';
import { placeAfter, type CellPlace } from './moves';

/** Gives the focus back to the matrix. */
export interface MatrixHandle {
  focus: () => void;
}

/** What is drawn, and one more, whether it is near or not. */
function withIndex(range: Range, index: number): number[] {
  const drawn = defaultRangeExtractor(range);
  if (index < 0 || index >= range.count || drawn.includes(index)) return drawn;
  return [...drawn, index].sort((a, b) => a - b);
}

/** What is drawn, as far as one more without a gap. */
function reachingTo(range: Range, index: number): number[] {
  const drawn = defaultRangeExtractor(range);
  if (index < 0 || drawn.length === 0) return drawn;
  const from = Math.min(index, drawn[0]!);
  const to = Math.max(index, drawn.at(-1)!);
  return Array.from({ length: to - from + 1 }, (_, at) => from + at);
}

const TYPED = /^[0-9.,]$/;

/**
 * Students by items. Only what is near the window is drawn; heads and names stay in sight. The matrix has the focus as a whole and says which
 * cell is meant, so that nothing is lost when that cell scrolls away.
 */
export function Matrix({
  view,
  groups,
  rows,
  show,
  sort,
  place,
  setPlace,
  editing,
  actions,
  sections,
  handle,
}: {
  view: GradebookView;
  groups: readonly ColumnGroup[];
  rows: readonly GradebookRow[];
  show: Display | '';
  sort: string;
  place: CellPlace;
  setPlace: (place: CellPlace) => void;
  editing: Editing | null;
  actions: MatrixActions;
  sections: ReadonlyMap<string, string>;
  handle: Ref<MatrixHandle>;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  useImperativeHandle(handle, () => ({ focus: () => scroller.current?.focus({ preventScroll: true }) }));
  const nameWidth = useNameWidth();
  const columns = useMemo(() => groups.flatMap((group) => group.columns), [groups]);
  // eslint-disable-next-line react-hooks/incompatible-library
  const down = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    // Both directions are drawn together, once for each step of scrolling.
    useFlushSync: false,
    estimateSize: () => ROW,
    overscan: 5,
    paddingStart: HEAD,
    scrollPaddingStart: HEAD,
    paddingEnd: 8,
    // The cell that is meant, and what is being typed into it, stay when they are scrolled away.
    rangeExtractor: (range) => withIndex(range, place.row),
  });
  const editedColumn = editing === null ? -1 : columns.findIndex(({ key }) => key === editing.item);
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    useFlushSync: false,
    estimateSize: (index) => widthOf(columns[index]!),
    getItemKey: (index) => columns[index]!.key,
    overscan: 1,
    paddingStart: nameWidth,
    scrollPaddingStart: nameWidth,
    rangeExtractor: (range) => reachingTo(range, editedColumn),
  });
  const shape = columns.map(({ key }) => key).join();
  useEffect(() => across.measure(), [shape, nameWidth, across]);
  useEffect(() => {
    if (place.row >= 0) down.scrollToIndex(place.row, { align: 'auto' });
    if (place.column >= 0) across.scrollToIndex(place.column, { align: 'auto' });
    else scroller.current?.scrollTo({ left: 0 });
  }, [place, down, across]);

  const shownAcross = across.getVirtualItems();
  const first = shownAcross[0]?.index ?? 0;
  const last = shownAcross.at(-1)?.index ?? -1;
  const start = (shownAcross[0]?.start ?? nameWidth) - nameWidth;
  const near = useMemo(
    () => columns.slice(first, last + 1).map((column, at): [MatrixColumn, number] => [column, first + at]),
    [columns, first, last],
  );
  const width = across.getTotalSize();

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.altKey) return;
    const { key } = event;
    const ctrl = event.ctrlKey || event.metaKey;
    const page = Math.max(1, Math.floor((scroller.current!.clientHeight - HEAD) / ROW) - 1);
    const extent = { rows: rows.length, columns: columns.length, page };
    const move = key === 'Enter' ? null : placeAfter(place, { key, ctrl }, extent);
    if (move) setPlace(move);
    else if (key === 'Enter') actions.open(place);
    else if (key === 'F2') actions.edit(place, null);
    else if (key === 'Delete' || key === 'Backspace') actions.clear(place);
    else if (key === 'h' && !ctrl) actions.history(place);
    else if (ctrl || !TYPED.test(key) || !actions.edit(place, key)) return;
    event.preventDefault();
  };

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Gradebook"
      aria-rowcount={rows.length + 2}
      aria-colcount={columns.length + 1}
      aria-activedescendant={idOf(place)}
      tabIndex={0}
      className="matrix no-print relative min-h-56 grow overflow-auto outline-none"
      onKeyDown={onKeyDown}
      onClick={(event) => {
        const at = placeAt(event.target);
        if (at === null) return;
        setPlace(at);
        if (at.row < 0 && at.column >= 0) actions.open(at);
      }}
      onDoubleClick={(event) => {
        const at = placeAt(event.target);
        if (at !== null) actions.open(at);
      }}
      onPaste={(event) => {
        if (event.target !== event.currentTarget) return;
        event.preventDefault();
        actions.paste(place, event.clipboardData.getData('text/plain'));
      }}
    >
      <div role="presentation" className="relative" style={{ width, height: down.getTotalSize() }}>
        <MatrixHead
          groups={groups}
          near={near}
          start={start}
          nameWidth={nameWidth}
          mode={view.mode}
          sort={sort}
          place={place}
        />
        <div role="rowgroup">
          {down.getVirtualItems().map(({ index, start: top }) => (
            <MatrixRow
              key={rows[index]!.student.id}
              view={view}
              row={rows[index]!}
              index={index}
              top={top}
              near={near}
              start={start}
              nameWidth={nameWidth}
              show={show}
              section={sections.get(rows[index]!.sectionId ?? '') ?? null}
              active={place.row === index ? place.column : null}
              editing={editing?.student === rows[index]!.student.id ? editing : null}
              actions={actions}
            />
          ))}
        </div>
      </div>
    </div>
  );
}

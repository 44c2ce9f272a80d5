import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { DocketRow } from '../../../../contract/evaluate';
import { DocketRowItem } from './DocketRowItem';

/** How high a row is thought to be before it is measured, px. */
const ROW = 46;
/** So many rows stand beyond what is seen, so that whole courses of usual size are there at once. */
const BEYOND = 40;

/** The students of the docket, drawn as far as they are near. */
export function DocketRows({
  rows,
  selected,
  addressOf,
  picked,
  pick,
}: {
  rows: readonly DocketRow[];
  selected: string | undefined;
  addressOf: (studentId: string) => string;
  /** Whom something is to be done to; null while nobody is being picked. */
  picked: ReadonlySet<string> | null;
  pick: (studentId: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    getItemKey: (index) => rows[index]!.student.id,
    overscan: BEYOND,
    // The chosen student is seen whole, however much is said of them, with the ones before and after.
    scrollPaddingStart: ROW,
    scrollPaddingEnd: 2 * ROW,
  });
  const at = rows.findIndex(({ student }) => student.id === selected);
  useEffect(() => {
    if (at >= 0) virtualizer.scrollToIndex(at, { align: 'auto' });
  }, [at, virtualizer]);
  return (
    <div ref={scroller} className="relative min-h-0 grow overflow-y-auto py-1">
      {rows.length === 0 ? (
        <p className="quiet px-4 py-6 text-sm">No students match. Choose another state or section.</p>
      ) : (
        <ul className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {virtualizer.getVirtualItems().map(({ index, key, start }) => {
            const row = rows[index]!;
            return (
              <li
                key={key}
                ref={virtualizer.measureElement}
                data-index={index}
                aria-setsize={rows.length}
                aria-posinset={index + 1}
                className="absolute top-0 left-0 w-full"
                style={{ transform: `translateY(${start}px)` }}
              >
                <DocketRowItem
                  row={row}
                  selected={row.student.id === selected}
                  to={addressOf(row.student.id)}
                  picked={picked === null ? null : picked.has(row.student.id)}
                  pick={() => pick(row.student.id)}
                />
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

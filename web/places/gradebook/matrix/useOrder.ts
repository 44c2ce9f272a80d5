import { useMemo, useState } from 'react';
import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import { rowsShown, type MatrixFilter } from './columns';

/** The rows that are shown, and whether the filter would choose or order them otherwise by now. */
export interface Order {
  readonly rows: readonly GradebookRow[];
  readonly isStale: boolean;
  /** Chooses and orders them anew. */
  readonly again: () => void;
}

/**
 * The rows that are shown, in an order that stays while one works: it is made when a filter or an order is chosen or students come and go,
 * not when a score changes. So no row leaves, and none moves, under the hands of someone who types scores.
 */
export function useOrder(view: Pick<GradebookView, 'rows' | 'items'>, filter: MatrixFilter): Order {
  const { who, state, below, find, sort } = filter;
  const fresh = useMemo(
    () => rowsShown(view, { who, state, below, find, sort, show: '' }),
    [view, who, state, below, find, sort],
  );
  const students = useMemo(() => view.rows.map(({ student }) => student.id).join(' '), [view.rows]);
  const made = JSON.stringify([who, state, below, find, sort, students]);
  const [kept, setKept] = useState({ made, ids: fresh.map(({ student }) => student.id) });
  const order = kept.made === made ? kept.ids : fresh.map(({ student }) => student.id);
  if (kept.made !== made) setKept({ made, ids: order });
  const rows = useMemo(() => {
    const byId = new Map(view.rows.map((row) => [row.student.id, row]));
    return order.map((id) => byId.get(id)!);
    // `order` is the kept one but for the moment before it is kept.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view.rows, kept, made]);
  return {
    rows,
    isStale: fresh.length !== rows.length || fresh.some((row, at) => row !== rows[at]),
    again: () => setKept({ made, ids: fresh.map(({ student }) => student.id) }),
  };
}

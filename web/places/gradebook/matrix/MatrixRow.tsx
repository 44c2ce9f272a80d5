import { memo } from 'react';
import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { CellEditor } from './CellEditor';
import { saidOf } from './cellSaid';
import type { MatrixColumn } from './columns';
import { idOf, ROW } from './layout';
import type { Editing, MatrixActions } from './matrixActions';

function Row({
  view,
  row,
  index,
  top,
  near,
  start,
  nameWidth,
  show,
  section,
  active,
  editing,
  actions,
}: {
  view: GradebookView;
  row: GradebookRow;
  index: number;
  top: number;
  near: readonly (readonly [MatrixColumn, number])[];
  start: number;
  nameWidth: number;
  show: Display | '';
  section: string | null;
  /** The column of the active cell, if it is in this row. */
  active: number | null;
  editing: Editing | null;
  actions: MatrixActions;
}) {
  return (
    <div
      role="row"
      aria-rowindex={index + 3}
      // What is wrong with what is typed stands over the rows below.
      className={`group ruled absolute top-0 left-0 flex w-full border-b ${editing === null ? '' : 'z-10'}`}
      style={{ height: ROW, transform: `translateY(${top}px)` }}
    >
      <div
        role="rowheader"
        id={idOf({ row: index, column: -1 })}
        aria-colindex={1}
        aria-selected={active === -1}
        className={`sticky left-0 z-10 shrink-0 truncate bg-base-100 py-1.5 pr-3 pl-5 font-medium group-hover:bg-base-200 ${
          active === -1 ? 'cell-active' : ''
        }`}
        style={{ width: nameWidth }}
        title={row.student.sortable}
      >
        {row.student.sortable}{' '}
        <span className="quiet text-xs font-normal [@media(width<=40rem)]:hidden">{section}</span>
      </div>
      <div role="presentation" className="shrink-0" style={{ width: start }} />
      {near.map(([column, at]) => {
        const said = saidOf(row, column, view.letters, show);
        const isEdited = editing !== null && column.kind === 'item' && editing.item === column.item.id;
        // One element for a cell: the matrix is drawn anew many times while it is scrolled.
        return (
          <div
            key={column.key}
            role="gridcell"
            id={idOf({ row: index, column: at })}
            aria-colindex={at + 2}
            aria-selected={active === at}
            aria-label={isEdited ? undefined : said.label}
            className={`cell cell-${column.kind} ${said.look}${
              column.kind === 'item' && column.opensGroup ? ' cell-opens' : ''
            }${active === at ? ' cell-active' : ''}`}
          >
            {isEdited ? (
              <CellEditor
                editing={editing}
                cell={row.cells[column.at]!}
                label={`${row.student.sortable}, ${column.item.title}`}
                commit={actions.commit}
                cancel={actions.cancel}
              />
            ) : (
              said.text
            )}
          </div>
        );
      })}
    </div>
  );
}

/** A student's row, as far as its columns are near the window. */
export const MatrixRow = memo(Row);

import { addresses } from '../../../../words/addresses';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import { useCourse } from '../../../data/course';
import { Kbd } from '../../../ui/keys';
import { maximumWords } from '../../../../words/numbers';
import { cellWords } from '../matrix/cellWords';
import type { MatrixColumn } from '../matrix/columns';

const button = 'btn btn-xs raised ruled h-7';

/** What the active cell is, and what can be done with it. */
export function CellLine({
  view,
  row,
  column,
  openColumn,
  openCell,
  excuse,
  lookAs,
}: {
  view: GradebookView;
  /** null in the heads. */
  row: GradebookRow | null;
  /** null at the students' names. */
  column: MatrixColumn | null;
  openColumn: () => void;
  openCell: () => void;
  excuse: () => void;
  lookAs: (row: GradebookRow) => void;
}) {
  const course = useCourse();
  let words: ReactNode;
  let actions: ReactNode = null;
  if (row === null) {
    words =
      column === null
        ? 'Go to a cell, a name or the head of a column.'
        : column.kind === 'item'
          ? column.item.title
          : column.kind === 'sum'
            ? `${column.category.title}: what its items come to`
            : 'The total of the course';
    if (column !== null)
      actions = (
        <button type="button" className={button} onClick={openColumn}>
          About this column
        </button>
      );
  } else if (column === null) {
    words = row.student.sortable;
    actions = (
      <>
        <Link className={button} to={addresses.studentTerm(course.id, row.student.id)}>
          The student’s term
        </Link>
        <button type="button" className={button} onClick={() => lookAs(row)}>
          Look as {row.student.given}
        </button>
      </>
    );
  } else if (column.kind === 'item') {
    const cell = row.cells[column.at]!;
    const { text, also } = cellWords(cell, column.item, view.letters, 'points');
    const byHand = column.item.forumId === null;
    words = (
      <>
        {row.student.sortable} · {column.item.title} · <b>{text === '·' ? also || 'nothing' : text}</b>
        {cell.points !== undefined && <span className="quiet"> of {maximumWords(column.item.maximum)}</span>}
        {text !== '·' && also && <span className="quiet"> {also}</span>}
      </>
    );
    actions = (
      <>
        {byHand ? (
          <span className="hidden text-sm lg:inline">
            <span className="quiet">type, or</span> <Kbd>F2</Kbd>
          </span>
        ) : (
          cell.state !== 'notAsked' && (
            <Link className={button} to={addresses.desk(course.id, column.item.forumId!, row.student.id)}>
              Open on the Desk
            </Link>
          )
        )}
        <button type="button" className={button} onClick={openCell}>
          {byHand ? 'Remark and history' : 'History'}
        </button>
        {cell.state !== 'notAsked' && (
          <button type="button" className={button} onClick={excuse}>
            {cell.state === 'excused' ? 'No longer excuse' : 'Excuse'}
          </button>
        )}
      </>
    );
  } else {
    const sum = column.kind === 'total' ? row.total : row.categories[column.at]!;
    words = (
      <>
        {row.student.sortable} · {column.kind === 'total' ? 'Total' : column.category.title} ·{' '}
        <span className="quiet">
          from {sum.items} of {sum.of} items
        </span>
      </>
    );
  }
  return (
    <div
      role="group"
      aria-label="The cell"
      className="no-print ruled flex min-h-10 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-y px-5 py-1"
    >
      <p className="num min-w-0 grow text-sm">{words}</p>
      {actions}
    </div>
  );
}

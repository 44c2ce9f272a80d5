import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { percentWords } from '../../../../words/numbers';
import { cellWords } from './cellWords';
import type { MatrixColumn } from './columns';

/** What a cell says, how it looks, and what it says to who does not see the look. */
export interface Said {
  readonly text: string;
  readonly look: string;
  readonly label: string | undefined;
  /** A score that is dropped, and one that the student does not see yet. */
  readonly struck: boolean;
  readonly unreleased: boolean;
}

const PLAIN = { struck: false, unreleased: false } as const;

/** What stands at a row and a column. */
export function saidOf(
  row: GradebookRow,
  column: MatrixColumn,
  letters: GradebookView['letters'],
  show: Display | '',
): Said {
  if (column.kind === 'item') {
    const cell = row.cells[column.at]!;
    const { text, also, look, mark, struck } = cellWords(cell, column.item, letters, show);
    const remarked = cell.remarked === true;
    return {
      text,
      struck,
      unreleased: mark === 'unreleased',
      look: `cell-${struck ? 'dropped' : look}${remarked ? ' cell-remarked' : ''}`,
      label:
        also || remarked
          ? [text === '·' ? '' : text, also, remarked ? 'with a remark' : ''].filter(Boolean).join(', ')
          : undefined,
    };
  }
  const { percent } = column.kind === 'total' ? row.total : row.categories[column.at]!;
  if (percent === null) return { ...PLAIN, text: '—', look: 'cell-quiet', label: 'nothing yet' };
  const letter = column.kind === 'total' && row.total.letter ? ` ${row.total.letter}` : '';
  return {
    ...PLAIN,
    text: percentWords(percent) + letter,
    look: column.kind === 'total' ? 'font-semibold' : '',
    label: undefined,
  };
}

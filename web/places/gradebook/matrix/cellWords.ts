import type { GradebookCell, GradebookItem, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { scoreWords } from '../../../../words/scores';

const EMPTY: Record<GradebookCell['state'], string> = {
  notAsked: '·',
  excused: 'excused',
  nothing: 'nothing',
  waiting: 'waiting',
  ready: 'ready',
  given: '',
  released: '',
  changed: '',
};

/** What a cell says, and how. */
export interface CellWords {
  readonly text: string;
  /** A mark after the points: they are not released, or the posts changed since. */
  readonly mark: '' | 'unreleased' | 'changed';
  /** What the look of it means, for who does not see it. */
  readonly also: string;
  readonly look: 'released' | 'given' | 'changed' | 'ready' | 'quiet';
  readonly struck: boolean;
}

/**
 * A cell as it is read: points, percent or letter with whether they are released, or what keeps it empty. A dropped score is struck out.
 *
 * @param show how all scores are shown; empty: each item as it is set
 */
export function cellWords(
  cell: GradebookCell,
  item: Pick<GradebookItem, 'maximum' | 'display' | 'opened' | 'forumId'>,
  letters: GradebookView['letters'],
  show: Display | '',
): CellWords {
  const struck = cell.dropped === true;
  const dropped = struck ? ', dropped' : '';
  if (cell.state === 'excused') return { text: 'excused', mark: '', also: '', look: 'quiet', struck: false };
  if (cell.points === undefined) {
    const unopened = cell.state === 'nothing' && !item.opened;
    const text =
      cell.zero === true
        ? 'nothing, 0'
        : unopened || (cell.state === 'nothing' && item.forumId === null)
          ? '·'
          : EMPTY[cell.state];
    const also = unopened
      ? 'not open yet'
      : cell.state === 'notAsked'
        ? 'not asked'
        : text === '·'
          ? 'nothing'
          : '';
    return { text, mark: '', also: also + dropped, look: cell.state === 'ready' ? 'ready' : 'quiet', struck };
  }
  const text = scoreWords(cell.points, { ...item, display: show === '' ? item.display : show }, letters);
  if (cell.state === 'changed')
    return { text, mark: 'changed', also: `changed since${dropped}`, look: 'changed', struck };
  return cell.released
    ? { text, mark: '', also: `released${dropped}`, look: 'released', struck }
    : { text, mark: 'unreleased', also: `not released${dropped}`, look: 'given', struck };
}

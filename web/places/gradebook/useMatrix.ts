import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../ui/toast';
import type { CellChange } from '../../../contract/cells';
import type { GradebookRow, GradebookView } from '../../../contract/gradebook';
import { addresses } from '../../../words/addresses';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { lookAs } from '../../data/vantage';
import { useKeys } from '../../ui/keys';
import { typedValue } from './cell/typedValue';
import { useCells } from './cell/useCells';
import { excusedOrBack, MatrixCells, type CellName } from './matrix/cells';
import { groupsOf, type MatrixFilter } from './matrix/columns';
import type { MatrixHandle } from './matrix/Matrix';
import type { Editing, MatrixActions } from './matrix/matrixActions';
import { beside, type CellPlace } from './matrix/moves';

/** Which dialog is open. */
export type OpenDialog =
  | { readonly what: 'newItem' }
  | { readonly what: 'import' }
  | { readonly what: 'export' }
  | { readonly what: 'column'; readonly item: string }
  | { readonly what: 'paste'; readonly item: string; readonly text: string }
  | { readonly what: 'cell'; readonly item: string; readonly student: string };

const nameIn = (course: string) => `juror-cell-${course}`;

/** The cell one was in last in this tab; null for none. */
function rememberedIn(course: string): CellName | null {
  try {
    return JSON.parse(sessionStorage.getItem(nameIn(course)) ?? 'null') as CellName | null;
  } catch {
    return null;
  }
}

function remember(course: string, cell: CellName): void {
  sessionStorage.setItem(nameIn(course), JSON.stringify(cell));
}

const nothing = () => undefined;
const KEYS = [
  { on: '', keys: 'arrows', does: 'go from cell to cell; Ctrl goes to the edge', run: nothing },
  {
    on: '',
    keys: 'Enter',
    does: 'type into a cell, or open the Desk, the student, the column',
    run: nothing,
  },
  { on: '', keys: 'Ctrl V', does: 'paste a column into the one you are in', run: nothing },
  { on: '', keys: 'H', does: 'the history of the cell', run: nothing },
];

/** Work in the matrix: which cell one is in, what is typed into it, and which dialog stands open over it. */
export function useMatrix(
  view: GradebookView,
  rows: readonly GradebookRow[],
  { wanted, sortBy }: { wanted: string | null; sortBy: (sort: MatrixFilter['sort']) => void },
) {
  const course = useCourse();
  const navigate = useNavigate();
  const groups = useMemo(() => groupsOf(view), [view]);
  const cells = useMemo(
    () =>
      new MatrixCells(
        rows,
        groups.flatMap((group) => group.columns),
      ),
    [rows, groups],
  );
  const matrix = useRef<MatrixHandle>(null);
  const [chosen, setChosen] = useState<CellPlace>(() =>
    wanted === null ? (cells.at(rememberedIn(course.id)) ?? cells.first(null)) : cells.first(wanted),
  );
  const setPlace = (at: CellPlace) => {
    setChosen(at);
    remember(course.id, cells.nameOf(at));
  };
  const place = cells.within(chosen);
  const [editing, setEditing] = useState<Editing | null>(null);
  const [dialog, setDialog] = useState<OpenDialog | null>(null);
  const writing = useCells(course.id);
  useKeys(KEYS);

  const put = (change: CellChange) => {
    if (change.before !== change.after) void writing.change(change);
  };
  const openColumn = (at: CellPlace) => {
    const item = cells.item(at);
    if (item) setDialog({ what: 'column', item: item.id });
    else if (cells.column(at)?.kind === 'total') sortBy('total');
    else if (at.column < 0) sortBy('name');
  };
  const actions: MatrixActions = {
    open: (at) => {
      const student = cells.student(at)?.student.id;
      const item = cells.item(at);
      if (at.row < 0) openColumn(at);
      else if (student && at.column < 0) void navigate(addresses.studentTerm(course.id, student));
      else if (cells.isByHand(at)) setEditing({ ...cells.named(at), place: at, typed: null, problem: null });
      else if (student && item) void navigate(addresses.desk(course.id, item.forumId!, student));
    },
    edit: (at, typed) => {
      if (!cells.isByHand(at)) return false;
      setEditing({ ...cells.named(at), place: at, typed, problem: null });
      return true;
    },
    commit: (edited, text, then) => {
      const { place: from, item, student, before } = edited;
      const there = view.items.find(({ id }) => id === item);
      if (!there) {
        setEditing(null);
        toast.error(`“${text}” was not saved: someone has since removed its column.`);
        return true;
      }
      const { value, problem } = typedValue(text, there.maximum);
      if (problem !== null) {
        setEditing({ ...edited, typed: text, problem });
        return false;
      }
      setEditing(null);
      put({ item, student, before, after: value });
      if (then !== 'stay') {
        setPlace(cells.within(beside(from, then)));
        matrix.current?.focus();
      }
      return true;
    },
    cancel: () => {
      setEditing(null);
      matrix.current?.focus();
    },
    clear: (at) => {
      if (cells.isByHand(at)) put({ ...cells.named(at), after: null });
    },
    paste: (at, text) => {
      const item = cells.item(at);
      if (item === null || item.forumId !== null)
        toast.error('Scores are pasted into a column entered by hand. A forum is evaluated on the Desk.');
      else setDialog({ what: 'paste', item: item.id, text });
    },
    history: (at) => {
      const student = cells.student(at);
      const item = cells.item(at);
      if (student && item) setDialog({ what: 'cell', item: item.id, student: student.student.id });
    },
  };
  return {
    groups,
    cells,
    matrix,
    place,
    setPlace,
    editing,
    actions,
    writing,
    openColumn,
    /** Excuses whoever the cell one is in belongs to, or no longer. */
    toggleExcused: () => put({ ...cells.named(place), after: excusedOrBack(cells.cell(place)!) }),
    /** Shows what a student sees of their scores. */
    lookAs: ({ student: { id, name } }: GradebookRow) => {
      lookAs({ course: course.id, personId: id, name, at: courseNow() });
      void navigate(addresses.scores(course.id));
    },
    dialog,
    openDialog: setDialog,
    closeDialog: () => {
      setDialog(null);
      matrix.current?.focus();
    },
  };
}

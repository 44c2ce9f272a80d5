import { addresses } from '../../../words/addresses';
import { whyNoTotal } from '../../../core/gradebook/whyNoTotal';
import { NoTotal } from '../../ui/NoTotal';
import { useMemo, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import type { CellChange, CellValue } from '../../../contract/cells';
import { getGradebook, type GradebookView } from '../../../contract/gradebook';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { setVantage } from '../../data/vantage';
import { Dialog } from '../../ui/Dialog';
import { useKeys } from '../../ui/keys';
import { plural } from '../../../words/numbers';
import { Empty, Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { CellDialog } from './cell/CellDialog';
import { CellLine } from './cell/CellLine';
import { NotKeptBar } from './cell/NotKeptBar';
import { typedValue } from './cell/typedValue';
import { useCells, valueIn } from './cell/useCells';
import { ColumnDialog } from './column/ColumnDialog';
import { ItemForm } from './column/ItemForm';
import { ExportDialog } from './exchange/ExportDialog';
import { ImportDialog } from './exchange/ImportDialog';
import { PasteColumn } from './exchange/PasteColumn';
import { groupsOf, type MatrixFilter } from './matrix/columns';
import { Matrix, type MatrixHandle } from './matrix/Matrix';
import type { Editing, MatrixActions } from './matrix/matrixActions';
import { beside, type CellPlace } from './matrix/moves';
import { useOrder } from './matrix/useOrder';
import { Toolbar } from './Toolbar';
import { useLiveGradebook } from './useLiveGradebook';

const NOTHING: MatrixFilter = { who: '', state: '', below: '', find: '', sort: 'name', show: '' };

/** The filter as it stands in the address. */
function useFilter(): [MatrixFilter, (change: Partial<MatrixFilter>) => void] {
  const [search, setSearch] = useSearchParams();
  const filter = Object.fromEntries(
    Object.entries(NOTHING).map(([name, usual]) => [name, search.get(name) ?? usual]),
  ) as unknown as MatrixFilter;
  const set = (change: Partial<MatrixFilter>) =>
    setSearch(
      (before) => {
        for (const [name, value] of Object.entries(change))
          if (value === NOTHING[name as keyof MatrixFilter]) before.delete(name);
          else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  return [filter, set];
}

/** Which dialog is open. */
type Open =
  | { readonly what: 'column' | 'paste'; readonly item: string; readonly text?: string }
  | { readonly what: 'cell'; readonly item: string; readonly student: string }
  | { readonly what: 'newItem' | 'import' | 'export' }
  | null;

function Legend() {
  return (
    <p className="num flex flex-wrap gap-x-4 text-sm" aria-label="Legend">
      <span>
        <b>9.00</b> <span className="quiet">released</span>
      </span>
      <span>
        8.50<span className="quiet">° given</span>
      </span>
      <span style={{ color: 'var(--late)' }}>
        <b>9.25△</b> changed since
      </span>
      <span className="quiet">
        <s>6.00</s> dropped
      </span>
    </p>
  );
}

function Opened({ view, changed }: { view: GradebookView; changed: () => void }) {
  const course = useCourse();
  const navigate = useNavigate();
  const [filter, setFilter] = useFilter();
  const [search] = useSearchParams();
  const { rows, isStale, again } = useOrder(view, filter);
  const groups = useMemo(() => groupsOf(view), [view]);
  const columns = useMemo(() => groups.flatMap((group) => group.columns), [groups]);
  const sections = useMemo(() => new Map(course.sections.map(({ id, title }) => [id, title])), [course]);
  const matrix = useRef<MatrixHandle>(null);
  const wanted = search.get('item');
  const [chosen, setPlace] = useState<CellPlace>(() => {
    const column = columns.findIndex(
      (each) =>
        wanted !== null && each.kind === 'item' && (each.item.forumId === wanted || each.item.id === wanted),
    );
    return { row: 0, column: Math.max(0, column) };
  });
  const place = {
    row: Math.min(chosen.row, rows.length - 1),
    column: Math.min(chosen.column, columns.length - 1),
  };
  const [editing, setEditing] = useState<Editing | null>(null);
  const [open, setOpen] = useState<Open>(null);
  const cells = useCells(course.id);

  const row = rows[place.row] ?? null;
  const column = columns[place.column] ?? null;
  const at = ({ row: r, column: c }: CellPlace) => {
    const there = columns[c];
    return {
      row: rows[r],
      item: there?.kind === 'item' ? there.item : null,
      cellAt: there?.kind === 'item' ? there.at : -1,
    };
  };
  const isByHand = (to: CellPlace) => {
    const { row: student, item } = at(to);
    return student !== undefined && item !== null && item.forumId === null;
  };
  const put = (change: CellChange) => {
    if (change.before !== change.after) void cells.change(change);
  };
  /** The cell at a place, as a change of it names it. */
  const cellAt = (to: CellPlace) => {
    const { row: student, item, cellAt: index } = at(to);
    return { item: item!.id, student: student!.student.id, before: valueIn(student!.cells[index]!) };
  };
  const openColumn = (to: CellPlace) => {
    const { item } = at(to);
    if (item) setOpen({ what: 'column', item: item.id });
    else if (columns[to.column]?.kind === 'total') setFilter({ sort: 'total' });
    else if (to.column < 0) setFilter({ sort: 'name' });
  };
  const actions: MatrixActions = {
    open: (to) => {
      const { row: student, item } = at(to);
      if (to.row < 0) openColumn(to);
      else if (student && to.column < 0) void navigate(addresses.studentTerm(course.id, student.student.id));
      else if (isByHand(to)) setEditing({ ...cellAt(to), place: to, typed: null, problem: null });
      else if (student && item) void navigate(addresses.desk(course.id, item.forumId!, student.student.id));
    },
    edit: (to, typed) => {
      if (!isByHand(to)) return false;
      setEditing({ ...cellAt(to), place: to, typed, problem: null });
      return true;
    },
    commit: (edited, text, then) => {
      const { place: from, item, student: who, before } = edited;
      const there = view.items.find(({ id }) => id === item);
      if (!there) {
        setEditing(null);
        toast.error(`“${text}” was not kept: somebody has removed its column meanwhile.`);
        return true;
      }
      const { value, problem } = typedValue(text, there.maximum);
      if (problem !== null) {
        setEditing({ ...edited, typed: text, problem });
        return false;
      }
      setEditing(null);
      put({ item, student: who, before, after: value });
      if (then !== 'stay') {
        const next = beside(from, then);
        setPlace({
          row: Math.max(-1, Math.min(rows.length - 1, next.row)),
          column: Math.max(-1, Math.min(columns.length - 1, next.column)),
        });
        matrix.current?.focus();
      }
      return true;
    },
    cancel: () => {
      setEditing(null);
      matrix.current?.focus();
    },
    clear: (to) => {
      if (isByHand(to)) put({ ...cellAt(to), after: null });
    },
    paste: (to, text) => {
      const { item } = at(to);
      if (item === null || item.forumId !== null) {
        toast.error('Scores are pasted into a column entered by hand. A forum is evaluated on the Desk.');
        return;
      }
      setOpen({ what: 'paste', item: item.id, text });
    },
    history: (to) => {
      const { row: student, item } = at(to);
      if (student && item) setOpen({ what: 'cell', item: item.id, student: student.student.id });
    },
  };
  useKeys([
    { on: '', keys: 'arrows', does: 'go from cell to cell; Ctrl goes to the edge', run: () => undefined },
    {
      on: '',
      keys: 'Enter',
      does: 'type into a cell, or open the Desk, the student, the column',
      run: () => undefined,
    },
    { on: '', keys: 'Ctrl V', does: 'paste a column into the one you are in', run: () => undefined },
    { on: '', keys: 'H', does: 'the history of the cell', run: () => undefined },
  ]);

  const noTotal = whyNoTotal(view);
  const itemOf = (id: string) => view.items.find((each) => each.id === id);
  const close = () => {
    setOpen(null);
    matrix.current?.focus();
  };
  const dialogItem = open !== null && 'item' in open ? itemOf(open.item) : undefined;
  const student =
    open?.what === 'cell' ? view.rows.find((each) => each.student.id === open.student) : undefined;
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4 pb-2">
        <h1 className="text-2xl">Gradebook</h1>
        {noTotal && (
          <NoTotal
            why={noTotal}
            settings={course.role === 'instructor' ? addresses.settings(course.id) : undefined}
          />
        )}
        <p className="quiet grow" aria-live="polite">
          {rows.length === view.rows.length
            ? plural(rows.length, 'student')
            : `${rows.length} of ${plural(view.rows.length, 'student')}`}{' '}
          · {plural(view.items.length, 'item')}
          {cells.busy && ' · keeping …'}
          {isStale && (
            <>
              {' · scores have changed since: '}
              <button type="button" className="link-plain cursor-pointer" onClick={again}>
                filter and sort again
              </button>
            </>
          )}
        </p>
        <Legend />
      </div>
      <Toolbar view={view} filter={filter} set={setFilter} open={(what) => setOpen({ what })} />
      <NotKeptBar
        view={view}
        notKept={cells.notKept}
        insist={(each) => void cells.insist(each)}
        leave={cells.leave}
      />
      <CellLine
        view={view}
        row={row}
        column={column}
        openColumn={() => openColumn(place)}
        openCell={() => actions.history(place)}
        excuse={() => {
          const { row: student, cellAt: index } = at(place);
          const cell = student!.cells[index]!;
          put({ ...cellAt(place), after: cell.state === 'excused' ? backFrom(cell) : 'excused' });
        }}
        lookAs={({ student: { id, name } }) => {
          setVantage({ course: course.id, personId: id, name, at: courseNow() });
          void navigate(addresses.scores(course.id));
        }}
      />
      {rows.length === 0 ? (
        <p className="quiet px-5 py-8">
          Nobody is left.{' '}
          <button type="button" className="link-plain cursor-pointer" onClick={() => setFilter(NOTHING)}>
            Show everyone
          </button>
        </p>
      ) : (
        <Matrix
          handle={matrix}
          view={view}
          groups={groups}
          rows={rows}
          show={filter.show}
          sort={filter.sort}
          place={place}
          setPlace={setPlace}
          editing={editing}
          actions={actions}
          sections={sections}
        />
      )}
      {open?.what === 'column' && dialogItem && (
        <ColumnDialog
          view={view}
          item={dialogItem}
          changed={changed}
          sortBy={() => {
            setFilter({ sort: dialogItem.id });
            close();
          }}
          paste={() => setOpen({ what: 'paste', item: dialogItem.id, text: '' })}
          onClose={close}
        />
      )}
      {open?.what === 'paste' && dialogItem && (
        <PasteColumn
          view={view}
          rows={rows}
          from={place.row}
          item={dialogItem}
          pasted={open.text ?? ''}
          enter={(changes) => cells.changeMany(changes, 'Pasted from a spreadsheet')}
          onClose={close}
        />
      )}
      {open?.what === 'cell' && dialogItem && student && (
        <CellDialog item={dialogItem} student={student.student} changed={changed} onClose={close} />
      )}
      {open?.what === 'newItem' && (
        <Dialog title="A new item" onClose={close} wide>
          <ItemForm
            view={view}
            item={null}
            saved={() => {
              changed();
              close();
            }}
          />
        </Dialog>
      )}
      {open?.what === 'import' && (
        <ImportDialog view={view} enter={cells.changeMany} changed={changed} onClose={close} />
      )}
      {open?.what === 'export' && <ExportDialog onClose={close} />}
    </>
  );
}

/** What stands again in a cell that is excused no more: what was given before. */
const backFrom = ({ points }: { points?: number | undefined }): CellValue => points ?? null;

/** Students by items: what is given, what is released, what is still to do, and what is entered by hand. */
export function Gradebook() {
  const course = useCourse();
  useTitle('Gradebook', course.title);
  const { data, error, mutate } = useApi(getGradebook, { course: course.id });
  const [making, setMaking] = useState(false);
  const changed = () => void mutate();
  useLiveGradebook(course.id, mutate);
  if (error && !data) return <Failed error={error} retry={changed} />;
  if (!data) return <Loading what="Opening the gradebook" />;
  if (data.items.length === 0 || data.rows.length === 0)
    return (
      <Empty
        title={data.items.length === 0 ? 'Nothing to grade yet' : 'No students yet'}
        action={
          data.items.length === 0 &&
          course.role === 'instructor' && (
            <button type="button" className="btn btn-primary" onClick={() => setMaking(true)}>
              Make an item by hand
            </button>
          )
        }
      >
        {data.items.length === 0
          ? 'Every evaluated forum gets a column here as soon as it is published; other items are made by hand.'
          : 'Students stand here as soon as they are in the roster.'}
        {making && (
          <Dialog title="A new item" onClose={() => setMaking(false)} wide>
            <ItemForm
              view={data}
              item={null}
              saved={() => {
                setMaking(false);
                changed();
              }}
            />
          </Dialog>
        )}
      </Empty>
    );
  return (
    <div className="flex grow flex-col md:h-[calc(100vh-3.5rem)] max-md:h-[calc(100vh+8rem)]">
      <Opened view={data} changed={changed} />
    </div>
  );
}

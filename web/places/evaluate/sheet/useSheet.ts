import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { saveScore, type DeskView, type SavedScore } from '../../../../contract/evaluate';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { fieldId } from '../../../scoring/sheet/fieldId';
import { sheetRows, type SheetRow } from './rows';
import { SheetState, type KeepAnswer, type Kept, type SheetNow } from './sheetState';

/** The sheet of the student at hand, and the row that keys speak to. */
export interface Sheet {
  readonly state: SheetState;
  readonly now: SheetNow;
  readonly rows: readonly SheetRow[];
  /** The row at hand; null where the part has none. */
  readonly active: string | null;
  /** Takes note that a row is at hand. */
  readonly mark: (row: string) => void;
  /** Goes to a row, and puts the cursor into it where it is a field. */
  readonly goTo: (row: string) => void;
  /** Goes some rows on; stays within the sheet. */
  readonly step: (by: number) => void;
  /** Chooses the nth of the row at hand, and goes on to what is not given yet. */
  readonly choose: (nth: number) => void;
}

function focusField(row: SheetRow | undefined): void {
  const element = row && document.getElementById(fieldId(row.id));
  if (row && element && row.isField) {
    element.focus();
    if (element instanceof HTMLInputElement) element.select();
  } else if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  element?.scrollIntoView({ block: 'nearest' });
}

/**
 * The score sheet of one student.
 *
 * @param view the student's contribution; null while it is on its way
 * @param student as the address names them; a covered student has another name once their score is given
 * @param onKept what the server says once something is kept, or given
 */
export function useSheet(
  view: DeskView | null,
  student: string | null,
  onKept: (student: string, saved: SavedScore) => void,
): Sheet | null {
  const course = useCourse().id;
  const forum = view?.forum.id ?? null;
  const keep = useCallback(
    async (kept: Kept): Promise<KeepAnswer> => {
      try {
        const answer = await call(
          saveScore,
          { course, forum: forum!, student: student! },
          { ...kept, passages: [...kept.passages], files: [...kept.files] },
        );
        onKept(student!, answer);
        return { view: answer };
      } catch (error) {
        const message = sentenceOf(error);
        return error instanceof ApiProblem && error.problem.code === 'conflict'
          ? { theirs: error.problem.current as DeskView, message }
          : { message };
      }
    },
    [course, forum, student, onKept],
  );
  const [held, setHeld] = useState<{ student: string; state: SheetState } | null>(null);
  const [active, setActive] = useState<{ student: string; row: string } | null>(null);
  // A sheet lives as long as its student is at hand, whatever is learned meanwhile.
  let current = held;
  if (view !== null && student !== null && held?.student !== student) {
    current = { student, state: new SheetState(view, keep) };
    setHeld(current);
  }
  const state = view === null || current?.student !== student ? null : (current?.state ?? null);
  useEffect(() => {
    if (state !== null && view !== null) state.learn(view);
  }, [state, view]);
  useEffect(() => () => state?.leave(), [state]);
  const now = useSyncExternalStore(
    useCallback((changed) => state?.watch(changed) ?? (() => undefined), [state]),
    () => state?.now() ?? null,
  );
  const rows = useMemo(() => (now === null ? [] : sheetRows(now.view, now.typed)), [now]);
  if (state === null || now === null) return null;
  const at = active?.student === student ? active.row : (rows[0]?.id ?? null);
  const mark = (row: string) => setActive({ student: student!, row });
  const goTo = (row: string) => {
    mark(row);
    focusField(rows.find(({ id }) => id === row));
  };
  const step = (by: number) => {
    const next = rows[rows.findIndex(({ id }) => id === at) + by];
    if (next) goTo(next.id);
  };
  const choose = (nth: number) => {
    const index = rows.findIndex(({ id }) => id === at);
    const row = rows[index];
    if (!row || nth >= row.choices) return;
    row.choose(nth, state);
    const after = [...rows.slice(index + 1), ...rows.slice(0, index)];
    const next = after.find(({ isGiven }) => !isGiven) ?? rows[index + 1];
    if (next) goTo(next.id);
  };
  return { state, now, rows, active: at, mark, goTo, step, choose };
}

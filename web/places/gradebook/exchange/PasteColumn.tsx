import { useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import type { CellChange } from '../../../../contract/cells';
import type { GradebookItem, GradebookRow, GradebookView } from '../../../../contract/gradebook';
import { readPasted, type PastedLine } from '../../../../core/formats/pastedColumn';
import { Dialog } from '../../../ui/Dialog';
import { plural, maximumWords, pointWords } from '../../../../words/numbers';
import { valueIn } from '../matrix/cells';

const PROBLEMS: Record<NonNullable<PastedLine['problem']>, string> = {
  formula: 'is a formula; copy the values',
  negative: 'lies below 0',
  notANumber: 'is no score',
  nobody: 'is nobody in this gradebook',
  two: 'could be two students',
  contradiction: 'is nobody in this gradebook',
  beyond: 'comes after the last student',
  twice: 'is a second score of the same student',
  aboveMaximum: 'lies above the maximum',
};

/** These are about whose the line is. */
const OF_WHOM: readonly PastedLine['problem'][] = ['nobody', 'two', 'contradiction'];

const said = (value: CellChange['after']) =>
  value === null ? 'nothing' : value === 'excused' ? 'excused' : pointWords(value);

/** A column from a spreadsheet: pasted, looked at line by line, then entered. */
export function PasteColumn({
  view,
  rows,
  from,
  item,
  pasted,
  enter,
  onClose,
}: {
  view: GradebookView;
  /** The students as they are shown, and where in them the first line goes. */
  rows: readonly GradebookRow[];
  from: number;
  item: GradebookItem;
  pasted: string;
  /** Answers why nothing was entered, or null. */
  enter: (changes: readonly CellChange[]) => Promise<string | null>;
  onClose: () => void;
}) {
  const [text, setText] = useState(pasted);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const at = view.items.findIndex(({ id }) => id === item.id);
  const byId = useMemo(() => new Map(view.rows.map((row) => [row.student.id, row])), [view]);
  const lines = useMemo(() => {
    const named = (row: GradebookRow) => ({
      id: row.student.id,
      studentNumber: row.studentNumber,
      email: row.email,
      sortable: row.student.sortable,
    });
    if (text.trim() === '') return [];
    return readPasted(text, rows.slice(Math.max(0, from)).map(named), view.rows.map(named), item.maximum);
  }, [text, rows, from, view, item]);
  const changes = lines.flatMap(({ student, value }): CellChange[] => {
    if (value === undefined || student === null) return [];
    const before = valueIn(byId.get(student)!.cells[at]!);
    return before === value ? [] : [{ item: item.id, student, before, after: value }];
  });
  const problems = lines.filter(({ problem }) => problem !== null).length;
  return (
    <Dialog title={`Paste into ${item.title}`} onClose={onClose} wide>
      <label className="block">
        <span className="quiet mb-1 block text-sm">
          One line for each student from {rows[Math.max(0, from)]?.student.name ?? 'the first'} on; or two
          columns, of which the first is the student number, the e-mail or the name. At most{' '}
          {maximumWords(item.maximum)}. An empty line leaves the score as it is, “none” clears it.
        </span>
        <textarea
          className="textarea raised num w-full"
          rows={5}
          value={text}
          spellCheck={false}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {lines.length > 0 && (
        <>
          <p className="mt-2 font-semibold" aria-live="polite">
            {changes.length === 0 ? 'Nothing changes' : `${plural(changes.length, 'score')} to enter`}
            {problems > 0 && `, ${plural(problems, 'line')} left out`}.
          </p>
          <div className="mt-1 max-h-64 overflow-y-auto" tabIndex={0} role="region" aria-label="Line by line">
            <table className="num w-full text-sm">
              <thead className="sr-only">
                <tr>
                  <th scope="col">Line</th>
                  <th scope="col">Student</th>
                  <th scope="col">Now</th>
                  <th scope="col">Then</th>
                </tr>
              </thead>
              <tbody>
                {lines.map(({ line, text: score, who, student, value, problem }) => {
                  const row = student === null ? undefined : byId.get(student);
                  const now = row ? valueIn(row.cells[at]!) : null;
                  return (
                    <tr key={line} className="ruled border-b last:border-0">
                      <td className="quiet num py-1 pr-3">{line}</td>
                      <td className="py-1 pr-3">{row?.student.sortable ?? '—'}</td>
                      <td className="quiet num py-1 pr-3 text-right">{row && said(now)}</td>
                      <td className={`py-1 text-right ${problem ? 'text-error' : ''}`}>
                        {problem !== null ? (
                          `“${OF_WHOM.includes(problem) ? who : score}” ${PROBLEMS[problem]}`
                        ) : value === now ? (
                          <span className="quiet">the same</span>
                        ) : (
                          <b>{said(value!)}</b>
                        )}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-error">
          Nothing was entered. {problem} The current scores are shown above.
        </p>
      )}
      <button
        type="button"
        className="btn btn-primary mt-3"
        disabled={busy || changes.length === 0}
        onClick={() => {
          setBusy(true);
          void enter(changes).then((inTheWay) => {
            setBusy(false);
            setProblem(inTheWay);
            if (inTheWay !== null) return;
            toast.success(`${plural(changes.length, 'score')} entered.`);
            onClose();
          });
        }}
      >
        {changes.length === 0 ? 'Nothing to enter' : `Enter ${plural(changes.length, 'score')}`}
      </button>
    </Dialog>
  );
}

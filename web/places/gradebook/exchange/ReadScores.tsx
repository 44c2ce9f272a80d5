import { useEffect, useState } from 'react';
import { toast } from '../../../ui/toast';
import type { CellChange } from '../../../../contract/cells';
import { readGradebookFile, type GradebookFileRead } from '../../../../contract/gradebookFile';
import type { GradebookView } from '../../../../contract/gradebook';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { plural, pointWords } from '../../../../words/numbers';
import { Problem } from '../../../ui/Problem';

const said = (value: CellChange['after']) =>
  value === null ? 'nothing' : value === 'excused' ? 'excused' : pointWords(value);
const SHOWN = 300;

type Change = GradebookFileRead['changes'][number];
const changeKey = ({ student, item }: Change) => `${item} ${student.id}`;

function Changes({
  changes,
  view,
  chosen,
  choose,
}: {
  changes: readonly Change[];
  view: GradebookView;
  chosen: ReadonlySet<string>;
  choose: (key: string, take: boolean) => void;
}) {
  const title = (id: string) => view.items.find((item) => item.id === id)?.title ?? '';
  return (
    <div className="mt-2 max-h-72 overflow-y-auto" tabIndex={0} role="region" aria-label="Changes">
      <table className="num w-full text-left text-sm">
        <thead>
          <tr>
            {['', 'Student', 'Item', 'Now', 'In the file'].map((head) => (
              <th key={head} scope="col" className="label-caps ruled border-b py-1 pr-4 whitespace-nowrap">
                {head === '' ? <span className="sr-only">Write it</span> : head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {changes.slice(0, SHOWN).map((change) => {
            const key = changeKey(change);
            const conflict = change.kind === 'conflict';
            return (
              <tr key={key} className="ruled border-b last:border-0">
                <td className="py-1 pr-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    aria-label={`Write ${said(change.after)} for ${change.student.sortable}, ${title(change.item)}`}
                    checked={chosen.has(key)}
                    onChange={(event) => choose(key, event.target.checked)}
                  />
                </td>
                <td className="py-1 pr-4 font-medium">{change.student.sortable}</td>
                <td className="quiet py-1 pr-4">{title(change.item)}</td>
                <td className="num py-1 pr-4">
                  {said(change.before)}
                  {conflict && (
                    <span className="block text-xs text-late">
                      newer; it was {said(change.base)} when exported
                    </span>
                  )}
                </td>
                <td className="num py-1">
                  <b>{said(change.after)}</b>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {changes.length > SHOWN && (
        <p className="quiet mt-1 text-sm">… and {plural(changes.length - SHOWN, 'further change')}.</p>
      )}
    </div>
  );
}

/** Scores from a CSV file: every change looked at, newer scores told apart, nothing written until confirmed. */
export function ReadScores({
  view,
  name,
  text,
  enter,
  done,
}: {
  view: GradebookView;
  name: string;
  text: string;
  /** Answers why nothing was written, or null. */
  enter: (changes: readonly CellChange[], why: string) => Promise<string | null>;
  done: () => void;
}) {
  const course = useCourse().id;
  const [problem, setProblem] = useState<string | null>(null);
  const [read, setRead] = useState<GradebookFileRead | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(true);
  /** Read again after something came in between. */
  const [nth, setNth] = useState(0);
  useEffect(() => {
    let left = false;
    call(readGradebookFile, { course }, { text })
      .then((answer) => {
        if (left) return;
        setRead(answer);
        // What only the file changed is written unless it is taken out; what both changed only if it is chosen.
        setChosen(new Set(answer.changes.filter(({ kind }) => kind === 'change').map(changeKey)));
      })
      .catch((error: unknown) => setProblem(sentenceOf(error)))
      .finally(() => setBusy(false));
    return () => {
      left = true;
    };
  }, [course, text, nth]);
  const write = async () => {
    if (read === null) return;
    setBusy(true);
    const changes = read.changes
      .filter((change) => chosen.has(changeKey(change)))
      .map(({ item, student, before, after }) => ({ item, student: student.id, before, after }));
    const inTheWay = await enter(changes, `Read from the file ${name}`.slice(0, 300));
    if (inTheWay !== null) {
      setProblem(`Nothing was written. ${inTheWay} The file is compared again below.`);
      setNth(nth + 1);
      return;
    }
    toast.success(`${plural(changes.length, 'score')} written.`);
    done();
  };
  const conflicts = read?.changes.filter(({ kind }) => kind === 'conflict').length ?? 0;
  const ignored = read?.columns.filter((column) => column.note !== null) ?? [];
  return (
    <>
      <Problem className="mt-2">{problem}</Problem>
      {read && (
        <>
          <p className="num mt-3" aria-live="polite">
            <b>{name}</b>: {plural(read.counts.students, 'student')}, {plural(read.changes.length, 'change')}
            {conflicts > 0 && (
              <span className="text-late">, {conflicts} of them where Juror has a newer score</span>
            )}
            {read.problemCount > 0 && (
              <span className="text-error">
                , {plural(read.problemCount, 'cell or line', 'cells or lines')} not read
              </span>
            )}
            .
          </p>
          <p className="quiet num text-sm">
            {read.counts.same} the same · {read.counts.empty} empty, left as they are
            {read.counts.stands > 0 &&
              ` · ${read.counts.stands} untouched in the file, where a newer score stays`}
          </p>
          {!read.stamped && read.changes.length > 0 && (
            <p className="mt-1 text-sm text-late">
              The file does not say when it was exported, so newer scores cannot be told from older ones.
            </p>
          )}
          {ignored.length > 0 && (
            <ul className="mt-2 text-sm">
              {ignored.map(({ head, note: why }, index) => (
                <li key={index}>
                  <b>{head || 'A column without a name'}</b>: {why}
                </li>
              ))}
            </ul>
          )}
          {read.changes.length > 0 && (
            <Changes
              changes={read.changes}
              view={view}
              chosen={chosen}
              choose={(key, take) =>
                setChosen((before) => {
                  const next = new Set(before);
                  if (take) next.add(key);
                  else next.delete(key);
                  return next;
                })
              }
            />
          )}
          {read.problems.length > 0 && (
            <details className="mt-2" open={read.changes.length === 0}>
              <summary className="link-plain text-sm">What is not read</summary>
              <ul className="num mt-1 max-h-40 overflow-y-auto text-sm">
                {read.problems.map(({ line, column, message }, index) => (
                  <li key={index}>
                    <span className="quiet">Line {line}</span>
                    {column && `, ${column}`}: {message}
                  </li>
                ))}
              </ul>
            </details>
          )}
          <button
            type="button"
            className="btn btn-primary mt-4"
            disabled={busy || chosen.size === 0}
            onClick={() => void write()}
          >
            {chosen.size === 0 ? 'Nothing to write' : `Write ${plural(chosen.size, 'score')}`}
          </button>
        </>
      )}
    </>
  );
}

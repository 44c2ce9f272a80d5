import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { z } from 'zod';
import { importRoster, rosterColumn } from '../../../contract/roster';
import { call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { plural } from '../../../words/numbers';
import { decodeFile } from '../../data/decodeFile';
import { MoveChanges } from './MoveWarning';

type Answer = z.infer<(typeof importRoster)['answer']>;
type Columns = Answer['columns'];

const LABELS: Record<z.infer<typeof rosterColumn>, string> = {
  studentNumber: 'Student number',
  givenName: 'Given name',
  familyName: 'Family name',
  preferredName: 'Preferred name',
  sortableName: 'Sortable name',
  email: 'E-mail',
  section: 'Section',
  enrolledFrom: 'Enrolled from',
};
const KINDS = { new: 'new', changed: 'changes', same: 'stays', error: 'not read' } as const;
const SHOWN = 500;

/** A roster from a CSV file: columns matched and shown, every row previewed, nothing written until confirmed. */
export function ImportRoster({ changed }: { changed: () => void }) {
  const course = useCourse();
  const [file, setFile] = useState<{ name: string; text: string; note: string | null } | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [only, setOnly] = useState<keyof typeof KINDS | ''>('');

  const ask = async (text: string, columns: Columns | null, confirm: boolean) => {
    setBusy(true);
    setProblem(null);
    try {
      const next = await call(importRoster, { course: course.id }, { text, columns, confirm });
      setAnswer(next);
      if (confirm) {
        toast.success(
          `${plural(next.counts.new, 'person', 'people')} added, ${next.counts.changed} changed.`,
        );
        changed();
      }
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setBusy(false);
  };
  const choose = async (chosen: File) => {
    const read = await decodeFile(chosen);
    if (read.text === null) {
      setProblem(read.note);
      return;
    }
    setFile({ name: chosen.name, text: read.text, note: read.note });
    setAnswer(null);
    await ask(read.text, null, false);
  };
  const unmatched =
    answer !== null && answer.columns.email === undefined && answer.columns.studentNumber === undefined;
  const rows = (answer?.rows ?? []).filter(({ kind }) => only === '' || kind === only);
  const writes = (answer?.counts.new ?? 0) + (answer?.counts.changed ?? 0);
  return (
    <div className="max-w-4xl px-5 pb-16">
      <h2 className="text-lg">Import a roster</h2>
      <p className="quiet mt-1">
        A CSV file: its first line names the columns, each further line is a student. Students are matched by
        number, then by e-mail, so the same file can be read again. Nothing is written before you confirm.
      </p>
      <label className="mt-4 block">
        <span className="sr-only">Roster file</span>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="Roster file"
          className="file-input raised"
          disabled={busy}
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            if (chosen) void choose(chosen);
            event.target.value = '';
          }}
        />
      </label>
      {file && <p className="quiet mt-2 text-sm">{file.name}</p>}
      {file?.note && (
        <p className="mt-1 text-sm" style={{ color: 'var(--late)' }}>
          {file.note}
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-3 text-error">
          {problem}
        </p>
      )}
      {answer && file && (
        <>
          <fieldset className="mt-5">
            <legend className="font-semibold">Which column holds what</legend>
            {unmatched && (
              <p className="text-sm text-error">
                Choose the column with the e-mail address or the student number; without one nobody can be
                matched.
              </p>
            )}
            <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
              {rosterColumn.options.map((column) => (
                <label key={column} className="block">
                  <span className="quiet block text-sm">{LABELS[column]}</span>
                  <select
                    className="select select-sm raised h-9 w-full"
                    aria-label={`Column of ${LABELS[column]}`}
                    disabled={busy || answer.written}
                    value={answer.columns[column] ?? ''}
                    onChange={(event) => {
                      const others = Object.entries(answer.columns).filter(([name]) => name !== column);
                      const chosen = event.target.value === '' ? [] : [[column, Number(event.target.value)]];
                      void ask(file.text, Object.fromEntries([...others, ...chosen]) as Columns, false);
                    }}
                  >
                    <option value="">not in the file</option>
                    {answer.heads.map((head, index) => (
                      <option key={index} value={index}>
                        {head || `column ${index + 1}`}
                      </option>
                    ))}
                  </select>
                </label>
              ))}
            </div>
          </fieldset>
          {!unmatched && (
            <>
              <p className="mt-5 flex flex-wrap items-center gap-x-4" aria-live="polite">
                {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => (
                  <button
                    key={kind}
                    type="button"
                    aria-pressed={only === kind}
                    className={`num cursor-pointer hover:underline ${only === kind ? 'font-bold' : ''}`}
                    style={kind === 'error' && answer.counts.error > 0 ? { color: 'var(--seal)' } : undefined}
                    onClick={() => setOnly(only === kind ? '' : kind)}
                  >
                    <b>{answer.counts[kind].toLocaleString('en-GB')}</b> {KINDS[kind]}
                  </button>
                ))}
              </p>
              <table className="mt-2 w-full text-left text-sm">
                <thead>
                  <tr>
                    {['Line', 'Student', 'What happens'].map((head) => (
                      <th
                        key={head}
                        scope="col"
                        className="label-caps ruled border-b py-1 pr-4 whitespace-nowrap"
                      >
                        {head}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {rows.slice(0, SHOWN).map((row) => (
                    <tr key={row.line}>
                      <td className="ruled num quiet border-b py-1 pr-4">{row.line}</td>
                      <td className="ruled border-b py-1 pr-4 font-medium">{row.name}</td>
                      <td
                        className="ruled border-b py-1"
                        style={row.kind === 'error' ? { color: 'var(--seal)' } : undefined}
                      >
                        <b>{KINDS[row.kind]}</b>
                        {row.notes.length > 0 && `: ${row.notes.join('; ')}`}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              {rows.length > SHOWN && (
                <p className="quiet mt-2 text-sm">
                  … and {(rows.length - SHOWN).toLocaleString('en-GB')} further lines.
                </p>
              )}
              {answer.moves.length > 0 && (
                <section aria-labelledby="moves" className="raised ruled rounded-box mt-5 border p-4">
                  <h3 id="moves" className="text-base">
                    Changes of section mean something in forums under way
                  </h3>
                  <p className="quiet text-sm">
                    Posts stay where they were written; for their author they still count.
                  </p>
                  <MoveChanges changes={answer.moves} />
                </section>
              )}
              {answer.written ? (
                <p className="mt-5">
                  <b>Written.</b>{' '}
                  <Link className="link-plain" to="?">
                    To the people
                  </Link>
                </p>
              ) : (
                <button
                  type="button"
                  className="btn btn-primary mt-5"
                  disabled={busy || writes === 0}
                  onClick={() => void ask(file.text, answer.columns, true)}
                >
                  {writes === 0
                    ? 'Nothing to write'
                    : `Write ${plural(writes, 'student')}${answer.counts.error > 0 ? `, leave out ${answer.counts.error}` : ''}`}
                </button>
              )}
            </>
          )}
        </>
      )}
    </div>
  );
}

import { useState } from 'react';
import { Link } from 'react-router';
import type { z } from 'zod';
import { rosterColumn } from '../../../contract/roster';
import { numberWords, plural } from '../../../words/numbers';
import { Problem } from '../../ui/Problem';
import { MoveChanges } from './MoveWarning';
import { useRosterImport, type RosterColumns, type RosterRead } from './useRosterImport';

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
export function ImportRoster() {
  const { file, read, busy, problem, choose, match, write } = useRosterImport();
  const isUnmatched =
    read !== null && read.columns.email === undefined && read.columns.studentNumber === undefined;
  return (
    <div className="max-w-4xl px-5 pb-16">
      <h2 className="text-lg">Import a roster</h2>
      <p className="quiet mt-1">
        A CSV file: its first line names the columns, each line after it is a student. Students are matched by
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
      {file?.note && <p className="mt-1 text-sm text-late">{file.note}</p>}
      <Problem className="mt-3">{problem}</Problem>
      {read && (
        <Columns read={read} isUnmatched={isUnmatched} disabled={busy || read.written} match={match} />
      )}
      {read && !isUnmatched && (
        <>
          <Rows read={read} />
          {read.moves.length > 0 && (
            <section aria-labelledby="moves" className="raised ruled rounded-box mt-5 border p-4">
              <h3 id="moves" className="text-base">
                Changes of section mean something in forums under way
              </h3>
              <p className="quiet text-sm">
                Posts stay where they were written; for their author they still count.
              </p>
              <MoveChanges changes={read.moves} />
            </section>
          )}
          <Write read={read} busy={busy} write={write} />
        </>
      )}
    </div>
  );
}

/** Which column of the file holds what. */
function Columns({
  read,
  isUnmatched,
  disabled,
  match,
}: {
  read: RosterRead;
  /** Nothing tells who a line is about. */
  isUnmatched: boolean;
  disabled: boolean;
  match: (columns: RosterColumns) => void;
}) {
  const choose = (column: keyof typeof LABELS, at: string) => {
    const others = Object.entries(read.columns).filter(([name]) => name !== column);
    const chosen = at === '' ? [] : [[column, Number(at)]];
    match(Object.fromEntries([...others, ...chosen]) as RosterColumns);
  };
  return (
    <fieldset className="mt-5">
      <legend className="font-semibold">Which column holds what</legend>
      {isUnmatched && (
        <p className="text-sm text-error">
          Choose the column with the e-mail address or the student number; without one no student can be
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
              disabled={disabled}
              value={read.columns[column] ?? ''}
              onChange={(event) => choose(column, event.target.value)}
            >
              <option value="">not in the file</option>
              {read.heads.map((head, index) => (
                <option key={index} value={index}>
                  {head || `column ${index + 1}`}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** What happens to each line, as many as fit; the counts above show only those of one kind. */
function Rows({ read }: { read: RosterRead }) {
  const [only, setOnly] = useState<keyof typeof KINDS | ''>('');
  const rows = read.rows.filter(({ kind }) => only === '' || kind === only);
  return (
    <>
      <p className="mt-5 flex flex-wrap items-center gap-x-4" aria-live="polite">
        {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={only === kind}
            className={`num cursor-pointer hover:underline ${only === kind ? 'font-bold' : ''} ${kind === 'error' && read.counts.error > 0 ? 'text-seal' : ''}`}

            onClick={() => setOnly(only === kind ? '' : kind)}
          >
            <b>{numberWords(read.counts[kind])}</b> {KINDS[kind]}
          </button>
        ))}
      </p>
      <table className="mt-2 w-full text-left text-sm">
        <thead>
          <tr>
            {['Line', 'Student', 'What happens'].map((head) => (
              <th key={head} scope="col" className="label-caps ruled border-b py-1 pr-4 whitespace-nowrap">
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
              <td className={`ruled border-b py-1 ${row.kind === 'error' ? 'text-seal' : ''}`}>
                <b>{KINDS[row.kind]}</b>
                {row.notes.length > 0 && `: ${row.notes.join('; ')}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > SHOWN && (
        <p className="quiet mt-2 text-sm">… and {numberWords(rows.length - SHOWN)} more lines.</p>
      )}
    </>
  );
}

function Write({ read, busy, write }: { read: RosterRead; busy: boolean; write: () => void }) {
  const { counts } = read;
  const writes = counts.new + counts.changed;
  if (read.written)
    return (
      <p className="mt-5" role="status">
        <b>
          {plural(counts.new, 'person', 'people')} added, {counts.changed} changed.
        </b>{' '}
        {counts.new > 0 && (
          <>
            <Link className="link-plain" to="?view=invite">
              Invite the new people
            </Link>{' '}
            so that they can sign in, or look at the{' '}
          </>
        )}
        <Link className="link-plain" to="?">
          {counts.new > 0 ? 'list of people' : 'Go to the list of people'}
        </Link>
      </p>
    );
  return (
    <button type="button" className="btn btn-primary mt-5" disabled={busy || writes === 0} onClick={write}>
      {writes === 0
        ? 'Nothing to write'
        : `Write ${plural(writes, 'student')}${counts.error > 0 ? `, leave out ${counts.error}` : ''}`}
    </button>
  );
}

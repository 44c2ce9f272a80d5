import Papa from 'papaparse';
import { useState } from 'react';
import type { Outcome } from '../../../core/course/outcome';
import type { RowFinding } from '../../../core/csv/rowReader';
import { mergeOutcomes, readOutcomes } from '../../../core/outcomes/readOutcomes';
import { plural } from '../../../words/numbers';
import { newId } from '../../data/newId';
import { Dialog } from '../../ui/Dialog';

/** The rows of what is pasted: cells of a spreadsheet, or one outcome a line as it stands. */
const pasted = (text: string): string[][] =>
  text.split(/\r?\n/).map((line) => (line.includes('\t') ? line.split('\t') : [line]));

/** Takes a list of outcomes from what is pasted or from a CSV file; what is wrong in it is said line by line. */
export function OutcomesDialog({
  there,
  take,
  close,
}: {
  there: readonly Outcome[];
  take: (outcomes: Outcome[]) => void;
  close: () => void;
}) {
  const [text, setText] = useState('');
  const [findings, setFindings] = useState<readonly RowFinding[]>([]);
  const read = (table: readonly (readonly string[])[]) => {
    const answer = readOutcomes(table);
    if ('findings' in answer) return setFindings(answer.findings);
    take(mergeOutcomes(there, answer.outcomes, newId));
    close();
  };
  const readFile = async (file: File | undefined) => {
    if (!file) return;
    setFindings([]);
    read(Papa.parse<string[]>(await file.text(), { skipEmptyLines: false }).data);
  };
  return (
    <Dialog title="Paste a list of outcomes" onClose={close}>
      <p className="quiet">
        One outcome a line: its code, then what it says. Columns copied from a spreadsheet work too. A code
        that is in the list already gets the new text; nothing is kept before you save the settings.
      </p>
      <textarea
        className="textarea raised mt-3 w-full leading-snug"
        rows={7}
        autoFocus
        aria-label="Outcomes, one a line"
        placeholder={'R1 Argues a position on a public work\nR2 Uses sources close to the water'}
        value={text}
        onChange={({ target }) => {
          setText(target.value);
          setFindings([]);
        }}
      />
      {findings.length > 0 && (
        <ul role="alert" className="mt-2 max-h-40 space-y-0.5 overflow-y-auto text-sm text-error">
          {findings.slice(0, 50).map(({ line, message }, index) => (
            <li key={index}>
              <span className="num">line {line}:</span> {message}
            </li>
          ))}
          {findings.length > 50 && <li>and {plural(findings.length - 50, 'more line')}</li>}
        </ul>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-primary"
          disabled={text.trim() === ''}
          onClick={() => read(pasted(text))}
        >
          Add these
        </button>
        <label className="quiet flex items-center gap-2 text-sm">
          or a CSV file
          <input
            type="file"
            accept=".csv,.txt,text/csv"
            aria-label="CSV file of outcomes"
            className="file-input file-input-sm w-56"
            onChange={({ target }) => void readFile(target.files?.[0])}
          />
        </label>
      </div>
    </Dialog>
  );
}

import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import type { GradebookRow, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { plural } from '../../../../words/numbers';
import { saidOf } from './cellSaid';
import type { ColumnGroup, MatrixColumn } from './columns';

/** So many columns stand side by side on a sheet of paper laid across. */
const ACROSS = 9;

/** Whether the page is being printed. */
export function useIsPrinted(): boolean {
  const [isPrinted, setPrinted] = useState(false);
  useEffect(() => {
    // What is to be on paper has to be there when the browser asks.
    const begin = () => flushSync(() => setPrinted(true));
    const end = () => setPrinted(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return isPrinted;
}

const titleOf = (column: MatrixColumn) =>
  column.kind === 'item' ? column.item.title : column.kind === 'sum' ? column.category.title : 'Total';

/** The whole matrix for paper, every student and every column, as many columns side by side as fit. */
export function PrintedMatrix({
  view,
  groups,
  rows,
  show,
  title,
}: {
  view: GradebookView;
  groups: readonly ColumnGroup[];
  rows: readonly GradebookRow[];
  show: Display | '';
  title: string;
}) {
  const columns = groups.flatMap((group) => group.columns);
  const sheets = Array.from({ length: Math.ceil(columns.length / ACROSS) }, (_, at) =>
    columns.slice(at * ACROSS, (at + 1) * ACROSS),
  );
  return (
    <div className="hidden print:block">
      <style>{'@page { size: landscape; }'}</style>
      <h1 className="text-xl">Gradebook of {title}</h1>
      <p className="num text-sm">
        {plural(rows.length, 'student')} · {plural(view.items.length, 'item')} · points in parentheses are not
        released
      </p>
      {sheets.map((sheet, at) => (
        <table
          key={sheet[0]!.key}
          className={`num mt-3 w-full text-left text-xs ${at > 0 ? 'break-before-page' : ''}`}
        >
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="ruled border-b py-1 pr-2">
                Student
              </th>
              {sheet.map((column) => (
                <th key={column.key} scope="col" className="ruled border-b px-1.5 py-1 text-right">
                  {titleOf(column)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.student.id} className="break-inside-avoid">
                <th scope="row" className="ruled border-b py-0.5 pr-2 font-normal">
                  {row.student.sortable}
                </th>
                {sheet.map((column) => {
                  const { text, struck, unreleased } = saidOf(row, column, view.letters, show);
                  const said = unreleased ? `(${text})` : text;
                  return (
                    <td
                      key={column.key}
                      className="ruled border-b px-1.5 py-0.5 text-right whitespace-nowrap"
                    >
                      {struck ? <s>{said}</s> : said}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}

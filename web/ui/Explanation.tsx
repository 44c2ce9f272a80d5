import type { Part } from '../../core/course/evaluation';
import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import { amountWords, explanationWords } from '../../words/explanation';
import { pointWords } from '../../words/numbers';

/** How a score comes about: a line for each step, adding up to the total. */
export function Explanation({
  lines,
  parts,
  total,
}: {
  lines: readonly ExplanationLine[];
  parts: readonly Part[];
  total: number;
}) {
  return (
    <table className="w-full text-sm">
      <tbody>
        {lines.map((line, index) => (
          <tr key={index}>
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {explanationWords(line, parts)}
              {typeof line.params.comment === 'string' && (
                <span className="quiet block whitespace-pre-line">{line.params.comment}</span>
              )}
            </th>
            <td className={`py-1 text-right whitespace-nowrap ${line.amount < 0 ? 'text-late' : ''}`}>
              {amountWords(line)}
            </td>
          </tr>
        ))}
        <tr className="ruled border-t font-semibold">
          <th scope="row" className="py-1 text-left">
            Total
          </th>
          <td className="py-1 text-right">{pointWords(total)}</td>
        </tr>
      </tbody>
    </table>
  );
}

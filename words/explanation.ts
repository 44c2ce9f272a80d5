import type { Part } from '../core/course/evaluation';
import type { ExplanationLine } from '../core/scoring/kinds/explanation';
import { plural, maximumWords, pointWords } from './numbers';
import { valueWords } from './parts';

/** Whether a line says what a part comes to, rather than what is added or taken away afterwards. */
export const isStart = (line: ExplanationLine): boolean =>
  line.code === 'byHand' || valueWords(line) !== null;

/** What is taken from, or done with, the value of parts and their sum. */
function changeWords({ code, params }: ExplanationLine, part: Part | undefined): string {
  const name = part?.title ?? 'Part';
  switch (code) {
    case 'lateness': {
      const late = Number(params.late);
      const share = Number(params.of) > 1 ? ` of its share` : part ? ` of ${maximumWords(part.maximum)}` : '';
      return `${name}: ${late > 1 ? `${late} posts late, up to ` : ''}${plural(Number(params.days), 'day')} late, ${Number(params.percent) / 100} %${share}`;
    }
    case 'gateReplies':
      return `${name}: no initial post on time, so the replies earn nothing`;
    case 'gateWhole':
      return 'No initial post on time, so nothing here earns points';
    case 'adjustment':
      return `Adjusted: ${String(params.reason)}`;
    case 'heldWithin':
      return `Kept between 0 and ${pointWords(Number(params.maximum))}`;
    case 'byHand':
      return 'Entered by hand before the forum fed this item';
    case 'together':
      return params.changed === true
        ? `Given to ${String(params.group)} as a group, then changed for one person`
        : `Given to ${String(params.group)} as a group`;
    case 'override':
      return `Given instead of ${pointWords(Number(params.computed))}: ${String(params.reason)}`;
    default:
      return name;
  }
}

/** One line of an explanation as a sentence. */
export function explanationWords(line: ExplanationLine, parts: readonly Part[]): string {
  const part = parts.find(({ id }) => id === line.partId);
  const value = valueWords(line, part?.basis);
  return value === null ? changeWords(line, part) : `${part?.title ?? 'Part'}${value}`;
}

/** "+0.50" or "−1.20": what a line adds or takes away. */
export function amountWords(line: ExplanationLine): string {
  if (line.code === 'together') return '';
  if (isStart(line)) return pointWords(line.amount);
  return line.amount < 0 ? `−${pointWords(-line.amount)}` : `+${pointWords(line.amount)}`;
}

import type { Part } from '../../core/course/forum';
import type { ExplanationLine } from '../../core/scoring/explanation';
import { countWords, maximumWords, pointWords } from './pointWords';

/** One line of an explanation as a sentence. */
export function explanationWords(line: ExplanationLine, parts: readonly Part[]): string {
  const part = parts.find(({ id }) => id === line.partId);
  const name = part?.title ?? 'Part';
  const { params } = line;
  switch (line.code) {
    case 'given':
      return `${name}: given`;
    case 'notYetGiven':
      return `${name}: not given yet`;
    case 'completion':
      return `${name}: ${String(params.made)} of ${countWords(Number(params.of), 'required post')} made`;
    case 'completionAllOrNothing':
      return `${name}: all or nothing, ${String(params.made)} of ${String(params.of)} made`;
    case 'allWaived':
      return `${name}: nothing was required, counted in full`;
    case 'lateness': {
      const late = Number(params.late);
      const share = Number(params.of) > 1 ? ` of its share` : part ? ` of ${maximumWords(part.maximum)}` : '';
      return `${name}: ${late > 1 ? `${late} posts late, up to ` : ''}${countWords(Number(params.days), 'day')} late, ${Number(params.percent) / 100} %${share}`;
    }
    case 'gateReplies':
      return `${name}: no initial post on time, so the replies earn nothing`;
    case 'gateWhole':
      return 'No initial post on time, so nothing here earns points';
    case 'adjustment':
      return `Adjusted: ${String(params.reason)}`;
    case 'heldWithin':
      return `Held within 0 and ${pointWords(Number(params.maximum))}`;
    case 'override':
      return `Given instead of ${pointWords(Number(params.computed))}: ${String(params.reason)}`;
  }
}

/** "+0.50" or "−1.20": what a line adds or takes away. */
export function amountWords(line: ExplanationLine): string {
  const isStart = ['given', 'notYetGiven', 'completion', 'completionAllOrNothing', 'allWaived'].includes(
    line.code,
  );
  if (isStart) return pointWords(line.amount);
  return line.amount < 0 ? `−${pointWords(-line.amount)}` : `+${pointWords(line.amount)}`;
}

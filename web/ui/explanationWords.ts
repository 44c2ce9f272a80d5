import type { Part } from '../../core/course/evaluation';
import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import { countWords, maximumWords, pointWords } from './pointWords';

/** How scores of posts were made one: "the mean", "the best 3". */
function combinationWords({ by, n }: ExplanationLine['params']): string {
  if (by === 'best') return `the mean of the best ${String(n)}`;
  if (by === 'mostFrequent') return 'the most frequent score';
  if (by === 'highest' || by === 'lowest') return `the ${by} score`;
  return `the ${String(by)}`;
}

/** The lines a part begins with: what it comes to before anything is taken away. */
const STARTS: readonly ExplanationLine['code'][] = [
  'given',
  'notYetGiven',
  'criterion',
  'ticked',
  'notTicked',
  'level',
  'combined',
  'noPosts',
  'ratings',
  'tooFewRatings',
  'completion',
  'completionAllOrNothing',
  'allWaived',
  'byHand',
];

/** Whether a line says what a part comes to, rather than what is added or taken away afterwards. */
export const isStart = (line: ExplanationLine): boolean => STARTS.includes(line.code);

/** One line of an explanation as a sentence. */
export function explanationWords(line: ExplanationLine, parts: readonly Part[]): string {
  const part = parts.find(({ id }) => id === line.partId);
  const name = part?.title ?? 'Part';
  const { params } = line;
  switch (line.code) {
    case 'given':
      return `${name}: given`;
    case 'notYetGiven':
      return Number(params.of) > 1
        ? `${name}: ${String(params.given)} of ${String(params.of)} given so far`
        : `${name}: not given yet`;
    case 'criterion': {
      const level = String(params.level);
      return `${name}, ${String(params.title)}${level === '' ? '' : `: ${level}`}`;
    }
    case 'ticked':
      return `${name}: ${String(params.title)}`;
    case 'notTicked':
      return `${name}: not ${String(params.title)}`;
    case 'level':
      return `${name}: ${String(params.title)}`;
    case 'combined':
      return `${name}: ${combinationWords(params)} of ${countWords(Number(params.given), 'scored post')}`;
    case 'noPosts':
      return `${name}: no posts to score`;
    case 'ratings':
      return `${name}: ${pointWords(Number(params.mean))} of 5 from ${countWords(Number(params.ratings), 'rating')}`;
    case 'tooFewRatings':
      return `${name}: ${String(params.ratings)} of ${countWords(Number(params.atLeast), 'rating')} needed`;
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
    case 'byHand':
      return 'Entered by hand before the forum fed this item';
    case 'override':
      return `Given instead of ${pointWords(Number(params.computed))}: ${String(params.reason)}`;
  }
}

/** "+0.50" or "−1.20": what a line adds or takes away. */
export function amountWords(line: ExplanationLine): string {
  if (isStart(line)) return pointWords(line.amount);
  return line.amount < 0 ? `−${pointWords(-line.amount)}` : `+${pointWords(line.amount)}`;
}

import type { CellValue } from '../../../../contract/cells';
import { readCell } from '../../../../core/formats/readCell';
import { maximumWords } from '../../../../words/numbers';

const PROBLEMS = {
  formula: 'A cell takes the score itself, not a formula.',
  negative: 'Points are 0 or more.',
  notANumber: 'Write points such as 8.5, a percentage such as 85 %, “excused”, or nothing.',
} as const;

/** What was typed into a cell; nothing clears it. */
export function typedValue(
  text: string,
  maximum: number,
):
  { readonly value: CellValue; readonly problem: null } | { readonly value: null; readonly problem: string } {
  if (text.trim() === '') return { value: null, problem: null };
  const { value, problem } = readCell(text, maximum, true);
  if (problem !== undefined) return { value: null, problem: PROBLEMS[problem] };
  if (typeof value === 'number' && value > maximum)
    return {
      value: null,
      problem: `At most ${maximumWords(maximum)}. For more, raise the maximum of the item or make it extra credit.`,
    };
  return { value, problem: null };
}

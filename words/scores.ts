import type { Item, Letter } from '../core/gradebook/gradebook';
import { shownScore } from '../core/gradebook/shownScore';
import { percentWords, pointWords } from './numbers';

/** "8.50", "85.00 %", "B" or "done": a score in the way its gradebook item shows it. */
export function scoreWords(
  points: number,
  item: Pick<Item, 'display' | 'maximum'>,
  letters: readonly Letter[],
): string {
  const shown = shownScore(points, item, letters);
  if (shown.as === 'points') return pointWords(shown.points);
  if (shown.as === 'percent') return percentWords(shown.percent);
  if (shown.as === 'letter') return shown.letter;
  return shown.done ? 'done' : 'not done';
}

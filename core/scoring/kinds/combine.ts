import type { Combination } from '../../course/evaluation';
import type { Points } from '../../course/points';

/** An exact number: numerator over divisor. */
export interface Fraction {
  readonly numerator: number;
  readonly divisor: number;
}

const sumOf = (scores: readonly Points[]) => scores.reduce((sum, score) => sum + score, 0);

/** The score given most often; of several, the higher or the lower. */
function mostFrequent(scores: readonly Points[], tie: 'higher' | 'lower'): Points {
  const times = new Map<Points, number>();
  for (const score of scores) times.set(score, (times.get(score) ?? 0) + 1);
  const most = Math.max(...times.values());
  const tied = [...times].flatMap(([score, n]) => (n === most ? [score] : []));
  return tie === 'higher' ? Math.max(...tied) : Math.min(...tied);
}

/**
 * Several scores made one, exactly. The order they come in does not matter. (rules §6)
 *
 * @param scores at least one, in hundredths
 * @param missing what posts missing from the best n do: count 0, or leave the mean to those there
 * @throws RangeError when there is no score
 * @example combine({ by: 'median' }, [100, 300, 400, 900], 'leftOut') // { numerator: 700, divisor: 2 }
 */
export function combine(
  combination: Combination,
  scores: readonly Points[],
  missing: 'zero' | 'leftOut',
): Fraction {
  if (scores.length === 0) throw new RangeError('combine needs at least one score');
  const sorted = [...scores].sort((a, b) => a - b);
  const whole = (numerator: number): Fraction => ({ numerator, divisor: 1 });
  switch (combination.by) {
    case 'sum':
      return whole(sumOf(sorted));
    case 'mean':
      return { numerator: sumOf(sorted), divisor: sorted.length };
    case 'median': {
      const half = sorted.length >> 1;
      return sorted.length % 2 === 1
        ? whole(sorted[half]!)
        : { numerator: sorted[half - 1]! + sorted[half]!, divisor: 2 };
    }
    case 'highest':
      return whole(sorted.at(-1)!);
    case 'lowest':
      return whole(sorted[0]!);
    case 'mostFrequent':
      return whole(mostFrequent(sorted, combination.tie));
    case 'best': {
      const best = sorted.slice(-combination.n);
      return { numerator: sumOf(best), divisor: missing === 'zero' ? combination.n : best.length };
    }
  }
}

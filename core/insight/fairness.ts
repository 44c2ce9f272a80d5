import { deviation, mean, quantileSorted } from 'd3-array';
import type { Id } from '../course/id';
import type { Percent, Points } from '../course/points';
import { FEW } from './written';

/** A score that was given in a forum. */
export interface Given {
  readonly forumId: Id;
  readonly studentId: Id;
  readonly points: Points;
  readonly maximum: Points;
  readonly byId: Id;
  /** The hour of the course’s zone in which it was given, 0 to 23. */
  readonly hour: number;
  readonly sectionId: Id | null;
  /** What lateness took, 0 or below. */
  readonly late: Points;
  /** Criteria that were decided. */
  readonly criteria: readonly { readonly title: string; readonly points: Points; readonly of: Points }[];
}

/** How scores of one kind lie: shares of the maximum in hundredths of a percent. */
export interface Spread {
  readonly key: string;
  readonly scores: number;
  readonly low: Percent;
  readonly middle: Percent;
  readonly high: Percent;
  /** How far their mean lies from that of the same forums, in hundredths of a percent; of a criterion: from that of all criteria. */
  readonly apart: Percent;
  /** Whether that is more than chance would often make it: twice its standard error. */
  readonly tells: boolean;
}

/** How fair the scoring is. (rules §11) */
export interface Fairness {
  readonly scores: number;
  readonly byEvaluator: readonly Spread[];
  readonly bySection: readonly Spread[];
  readonly byCriterion: readonly Spread[];
  /** By the part of the day: `night` to 6, `morning` to 12, `afternoon` to 18, `evening`. */
  readonly byHour: readonly Spread[];
  /** Scores that lateness took something from, and how much the mean one of them lost, in hundredths of a percent. */
  readonly late: { readonly scores: number; readonly lost: Percent | null };
  readonly told: boolean;
}

const PARTS = ['night', 'morning', 'afternoon', 'evening'] as const;

/** Shares of the maximum, and each less the mean of what it is compared with. */
interface Shares {
  readonly shares: number[];
  readonly apart: number[];
}

const share = (points: Points, of: Points) => (points * 10_000) / of;

/** Shares gathered by a key. */
class ByKey {
  readonly #by = new Map<string, Shares>();

  add(key: string, own: number, apart: number): void {
    let list = this.#by.get(key);
    if (!list) this.#by.set(key, (list = { shares: [], apart: [] }));
    list.shares.push(own);
    list.apart.push(apart);
  }

  /** Spreads of at least ten scores, in the order in which keys were first met, or in that given. */
  spreads(order: readonly string[] = [...this.#by.keys()]): Spread[] {
    return order.flatMap((key) => {
      const list = this.#by.get(key);
      if (!list || list.shares.length < FEW) return [];
      const inOrder = list.shares.sort((a, b) => a - b);
      const apart = mean(list.apart)!;
      const error = (deviation(list.apart) ?? 0) / Math.sqrt(inOrder.length);
      return [
        {
          key,
          scores: inOrder.length,
          low: Math.round(quantileSorted(inOrder, 0.25)!),
          middle: Math.round(quantileSorted(inOrder, 0.5)!),
          high: Math.round(quantileSorted(inOrder, 0.75)!),
          apart: Math.round(apart),
          tells: Math.abs(apart) > 2 * error && Math.round(apart) !== 0,
        },
      ];
    });
  }
}

/**
 * How fair the scoring is: how scores lie by who gave them, by section, by criterion and by the time of day. Evaluators, sections and times
 * are compared within each forum, so that a hard forum makes nobody look strict. Told from ten scores of a kind on. (rules §11)
 */
export function fairnessOf(scores: readonly Given[]): Fairness {
  const sums = new Map<Id, { sum: number; n: number }>();
  const criteria = { sum: 0, n: 0 };
  for (const score of scores) {
    let of = sums.get(score.forumId);
    if (!of) sums.set(score.forumId, (of = { sum: 0, n: 0 }));
    of.sum += share(score.points, score.maximum);
    of.n++;
    for (const each of score.criteria) {
      criteria.sum += share(each.points, each.of);
      criteria.n++;
    }
  }
  const [evaluators, sections, titles, hours] = [new ByKey(), new ByKey(), new ByKey(), new ByKey()];
  const losses: number[] = [];
  for (const score of scores) {
    const { sum, n } = sums.get(score.forumId)!;
    const own = share(score.points, score.maximum);
    const apart = own - sum / n;
    evaluators.add(score.byId, own, apart);
    if (score.sectionId !== null) sections.add(score.sectionId, own, apart);
    hours.add(PARTS[Math.floor(score.hour / 6)]!, own, apart);
    for (const { title, points, of } of score.criteria)
      titles.add(title, share(points, of), share(points, of) - criteria.sum / criteria.n);
    if (score.late < 0) losses.push(share(-score.late, score.maximum));
  }
  return {
    scores: scores.length,
    byEvaluator: evaluators.spreads(),
    bySection: sections.spreads(),
    byCriterion: titles.spreads(),
    byHour: hours.spreads(PARTS),
    late: { scores: losses.length, lost: losses.length === 0 ? null : Math.round(mean(losses)!) },
    told: scores.length >= FEW,
  };
}

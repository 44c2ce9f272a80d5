import { mean, median, quantile, deviation } from 'd3-array';
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

interface Share {
  readonly key: string;
  readonly share: number;
  /** The share less the mean of what it is compared with. */
  readonly apart: number;
}

const share = (points: Points, of: Points) => (points * 10_000) / of;

/** Spreads of at least ten scores, by a key, in the order in which keys are first met. */
function spreads(shares: readonly Share[]): Spread[] {
  const by = new Map<string, Share[]>();
  for (const each of shares) {
    const list = by.get(each.key);
    if (list) list.push(each);
    else by.set(each.key, [each]);
  }
  return [...by].flatMap(([key, list]) => {
    if (list.length < FEW) return [];
    const values = list.map((each) => each.share);
    const offs = list.map((each) => each.apart);
    const apart = mean(offs)!;
    const error = (deviation(offs) ?? 0) / Math.sqrt(list.length);
    return [
      {
        key,
        scores: list.length,
        low: Math.round(quantile(values, 0.25)!),
        middle: Math.round(median(values)!),
        high: Math.round(quantile(values, 0.75)!),
        apart: Math.round(apart),
        tells: Math.abs(apart) > 2 * error && Math.round(apart) !== 0,
      },
    ];
  });
}

/**
 * How fair the scoring is: how scores lie by who gave them, by section, by criterion and by the time of day. Evaluators, sections and times
 * are compared within each forum, so that a hard forum makes nobody look strict. Told from ten scores of a kind on. (rules §11)
 */
export function fairnessOf(scores: readonly Given[]): Fairness {
  const means = new Map<Id, { sum: number; n: number }>();
  for (const { forumId, points, maximum } of scores) {
    const known = means.get(forumId) ?? { sum: 0, n: 0 };
    means.set(forumId, { sum: known.sum + share(points, maximum), n: known.n + 1 });
  }
  const by = (keyOf: (score: Given) => string | null): Share[] =>
    scores.flatMap((score) => {
      const key = keyOf(score);
      const { sum, n } = means.get(score.forumId)!;
      const own = share(score.points, score.maximum);
      return key === null ? [] : [{ key, share: own, apart: own - sum / n }];
    });
  const criteria = scores.flatMap(({ criteria: list }) =>
    list.map(({ title, points, of }) => ({ key: title, share: share(points, of), apart: 0 })),
  );
  const all = mean(criteria, (each) => each.share) ?? 0;
  const late = scores.filter((score) => score.late < 0);
  return {
    scores: scores.length,
    byEvaluator: spreads(by(({ byId }) => byId)),
    bySection: spreads(by(({ sectionId }) => sectionId)),
    byCriterion: spreads(criteria.map((each) => ({ ...each, apart: each.share - all }))),
    byHour: PARTS.flatMap((part) =>
      spreads(by(({ hour }) => PARTS[Math.floor(hour / 6)]!)).filter(({ key }) => key === part),
    ),
    late: {
      scores: late.length,
      lost: late.length === 0 ? null : Math.round(mean(late, (each) => share(-each.late, each.maximum))!),
    },
    told: scores.length >= FEW,
  };
}

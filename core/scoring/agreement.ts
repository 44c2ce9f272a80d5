import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { divideRounded, type Points } from '../course/points';

/** What one evaluator made of a student. */
export interface Reading {
  readonly readerId: Id;
  /** In hundredths. */
  readonly points: Points;
  readonly at: Instant;
}

/** How far two evaluators agree over the students both have read. Points in hundredths. */
export interface Agreement {
  readonly pairs: number;
  /** Pairs with the same points. */
  readonly same: number;
  /** Pairs that differ by at most a tenth of the maximum; the same ones too. */
  readonly near: number;
  /** The mean of the differences, whichever is higher; null without pairs. */
  readonly meanDifference: Points | null;
}

/** The first two readings of a student, in order of time; null while there are fewer. */
export function pairOf(readings: readonly Reading[]): readonly [Reading, Reading] | null {
  const [first, second] = [...readings].sort((a, b) => a.at - b.at || (a.readerId < b.readerId ? -1 : 1));
  return first && second ? [first, second] : null;
}

/**
 * Whether an evaluator is to read a student a second time, without learning what the first has given: someone else has read the student,
 * and they have not. (docs/rules §6)
 */
export function readsSecond(readings: readonly Reading[], readerId: Id): boolean {
  return readings.length === 1 && readings[0]!.readerId !== readerId;
}

/**
 * Whether two readings differ and nobody has settled it since. (docs/rules §6)
 *
 * @param settledAt when a disagreement was last settled; null: never
 */
export function isToSettle(readings: readonly Reading[], settledAt: Instant | null): boolean {
  const pair = pairOf(readings);
  if (pair === null || pair[0].points === pair[1].points) return false;
  return settledAt === null || pair[1].at > settledAt;
}

/** The mean of two readings, in hundredths, rounded half away from zero. */
export function meanOf([first, second]: readonly [Reading, Reading]): Points {
  return divideRounded(first.points + second.points, 2);
}

/**
 * How often two evaluators agree.
 *
 * @param students the readings of each student
 * @param maximum of the forum, in hundredths
 * @example agreementOf([[{ points: 800, … }, { points: 750, … }]], 1000) // { pairs: 1, same: 0, near: 1, meanDifference: 50 }
 */
export function agreementOf(students: readonly (readonly Reading[])[], maximum: Points): Agreement {
  const apart = students.flatMap((readings) => {
    const pair = pairOf(readings);
    return pair === null ? [] : [Math.abs(pair[0].points - pair[1].points)];
  });
  const sum = apart.reduce((total, each) => total + each, 0);
  return {
    pairs: apart.length,
    same: apart.filter((each) => each === 0).length,
    near: apart.filter((each) => each * 10 <= maximum).length,
    meanDifference: apart.length === 0 ? null : divideRounded(sum, apart.length),
  };
}

import { divideRounded, type Points } from '../course/points';

/**
 * A forum's points on the scale of the item it feeds: points times item maximum over forum maximum, rounded. (rules §7)
 *
 * @example itemPoints(684, 1000, 2000) // 1368
 */
export function itemPoints(points: Points, forumMaximum: Points, itemMaximum: Points): Points {
  return forumMaximum === itemMaximum ? points : divideRounded(points * itemMaximum, forumMaximum);
}

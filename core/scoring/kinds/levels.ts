import type { LevelsPart } from '../../course/evaluation';
import { divideRounded, WHOLE } from '../../course/points';
import { waiting, type DecisionProblem, type PartKind, type PartValue } from './partKind';

/** The chosen level's share of the maximum, rounded once; incomplete until one is chosen. (rules §6) */
export const levels: PartKind<LevelsPart> = {
  judged: true,
  value({ part, posts, decision }): PartValue {
    const postIds = posts.map((post) => post.id);
    const level = part.levels.find(({ id }) => id === decision.levelId);
    if (!level) return waiting(postIds, 0, 1);
    const points = divideRounded(part.maximum * level.share, WHOLE);
    const params = { title: level.title, share: level.share };
    return { points, incomplete: false, lines: [{ code: 'level', amount: points, params, postIds }] };
  },
  withoutLate: () => null,
  problem(part, { levelId }): DecisionProblem | null {
    if (levelId === null || levelId === undefined || part.levels.some(({ id }) => id === levelId))
      return null;
    return { field: 'levelId', code: 'unknown', title: part.title };
  },
};

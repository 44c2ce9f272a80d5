import type { GuideOf, LevelsPart } from '../../course/evaluation';
import type { Id } from '../../course/id';
import { decimal, divideRounded, WHOLE } from '../../course/points';
import { waiting, type DecisionProblem, type GuideRule, type PartKind, type PartValue } from './partKind';

/** The level chosen; null while none is. */
export interface LevelsDecision {
  readonly levelId?: Id | null;
}

const guide: GuideRule<GuideOf<LevelsPart>> = {
  name: 'scale',
  most: () => null,
  columns: ['level', 'description', 'share'],
  needed: ['level', 'share'],
  rows: ({ levels }) => levels.map(({ title, description, share }) => [title, description, decimal(share)]),
  read: (file, newId) => ({
    kind: 'levels',
    levels: file.rows.map((row) => ({
      id: newId(),
      title: file.named(row, 'level', 60),
      description: file.text(row, 'description'),
      share: file.amount(row, 'share', WHOLE),
    })),
  }),
};

/** The chosen level's share of the maximum, rounded once; incomplete until one is chosen. (rules §6) */
export const levels: PartKind<LevelsPart, LevelsDecision> = {
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
  faults: () => [],
  guide,
};

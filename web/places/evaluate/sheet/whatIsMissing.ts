import type { SheetNow } from './sheetState';

/** Whether there is nothing to score: the forum is not asked of the student, and nothing was given. */
export const isNothingToScore = ({ view, suggestion }: Pick<SheetNow, 'view' | 'suggestion'>): boolean =>
  view.notAsked !== null && view.score.points === null && suggestion === null;

import type { Passage } from './passages';

/** A passage of so many words, or a share of so much of either text, and a pair is shown. (rules §12) */
const SHOWN_FROM = { words: 12, share: 0.2 };

/** Whether two texts have enough in common to be shown. (rules §12) */
export const isShown = (
  passages: readonly Passage[],
  shares: { readonly a: number; readonly b: number },
): boolean => passages.some(({ words }) => mayBeEnough(words, Math.max(shares.a, shares.b)));

/** Whether a passage of so many words, or such a share of either text, would be enough. */
export const mayBeEnough = (words: number, share: number): boolean =>
  words >= SHOWN_FROM.words || share >= SHOWN_FROM.share;

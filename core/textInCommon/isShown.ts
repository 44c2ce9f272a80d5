import type { Passage } from './passages';

/** A passage of so many words, or a share of so much of either text, and a pair is shown. (rules §12) */
const SHOWN_FROM = { words: 12, share: 0.2 };

/** Whether two texts have enough in common to be shown. (rules §12) */
export const isShown = (
  passages: readonly Passage[],
  shares: { readonly a: number; readonly b: number },
): boolean =>
  passages.some(({ words }) => words >= SHOWN_FROM.words) ||
  (passages.length > 0 && Math.max(shares.a, shares.b) >= SHOWN_FROM.share);

import { cutBy, passagesBetween, type Compared, type Passage } from './passages';

/** More students than this, and than a fifth of the writers, have what is common. (rules §12) */
const COMMON_FROM = 5;
/** So many equal words are a passage, however common what they say. (rules §12) */
export const NEVER_COMMON = 25;

/** With more students than these a run of eight words is common, and says nothing about any of them. (rules §12) */
export const mostUncommon = (writers: number): number => Math.max(COMMON_FROM, Math.floor(writers / 5));

/** The words of a text that stand in passages of 25 words or more. */
function inLong(text: Compared, passages: readonly Passage[], side: 'a' | 'b'): Uint8Array {
  const long = new Uint8Array(text.words.length);
  for (const passage of passages)
    if (passage.words >= NEVER_COMMON) long.fill(1, passage[side], passage[side] + passage.words);
  return long;
}

/** Asked where a run of eight words begins in a text: whether that run is common. */
export type IsCommon = (from: number) => boolean;

/** Which words of a text are part of what is common, and not of a long passage. */
function commonIn(
  text: Compared,
  passages: readonly Passage[],
  side: 'a' | 'b',
  isCommon: IsCommon,
): Uint8Array {
  const long = inLong(text, passages, side);
  const { words, breaks } = text;
  return cutBy({ words, breaks }, isCommon).map((each, at) => each & (1 - long[at]!));
}

/**
 * The passages of two texts once what is common is cut, in both alike: a word of 25 equal words is never common. (rules §12)
 *
 * @param a with what is cut for other reasons
 */
export function passagesWithoutCommon(
  a: Compared,
  b: Compared,
  isCommonIn: { readonly a: IsCommon; readonly b: IsCommon },
): Passage[] {
  const all = passagesBetween(a, b);
  if (all.length === 0) return all;
  const commonA = commonIn(a, all, 'a', isCommonIn.a);
  const commonB = commonIn(b, all, 'b', isCommonIn.b);
  if (!commonA.includes(1) && !commonB.includes(1)) return all;
  const without = (text: Compared, common: Uint8Array): Compared => ({
    ...text,
    cut: common.map((each, at) => each | (text.cut?.[at] ?? 0)),
  });
  return passagesBetween(without(a, commonA), without(b, commonB));
}

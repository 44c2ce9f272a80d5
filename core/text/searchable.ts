/** Parts text without showing: a space of no width. */
export const PART = '\u200B';

/** A character of a script that is written without spaces between words, with the marks on it. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}ー々〇]\p{M}*/gu;

/**
 * A text as it is searched: in scripts without spaces each character is a word by itself, so that what stands inside a run is found. It looks
 * the same as before.
 *
 * @example searchable('河流 2026').replaceAll(PART, '|') // '|河||流| 2026'
 */
export function searchable(text: string): string {
  return text.replace(UNSPACED, `${PART}$&${PART}`);
}

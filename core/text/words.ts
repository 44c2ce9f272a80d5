const WHITE_SPACE = /\p{White_Space}+/u;
const LETTER_OR_NUMBER = /[\p{L}\p{N}]/u;
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

let segmenter: Intl.Segmenter | null = null;

/**
 * How many words a plain text has: tokens between white space that hold a letter or a number; in scripts written
 * without spaces the word segments that do. (rules §5)
 *
 * @param text plain text of a post, without quoted passages
 * @example countWords('Well — the weir\'s 2.5 m high!') // 6
 */
export function countWords(text: string): number {
  let words = 0;
  for (const token of text.split(WHITE_SPACE)) {
    if (!LETTER_OR_NUMBER.test(token)) continue;
    if (!UNSPACED.test(token)) {
      words++;
      continue;
    }
    segmenter ??= new Intl.Segmenter('und', { granularity: 'word' });
    for (const { segment } of segmenter.segment(token)) if (LETTER_OR_NUMBER.test(segment)) words++;
  }
  return words;
}

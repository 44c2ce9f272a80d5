import type { ComparedText } from './comparedText';

/** In the place of a name. */
const MASK = '▁▁▁';
/** In the place of what is quoted. */
const LEFT_OUT = '…';

/**
 * A text of an earlier course as it is shown to others: names are covered, and what it quotes is left out. Its words stay what they are, at
 * their new places. (rules §12)
 *
 * @param names folded words
 * @example coveredText(comparedText(textOf('Dalia said so.')), new Set(['dalia'])).text // '▁▁▁ said so.'
 */
export function coveredText(text: ComparedText, names: ReadonlySet<string>): ComparedText {
  const stretches = [
    ...text.places.map(([from, to], word) => ({ from, to, word })),
    ...text.quoted.map(([from, to]) => ({ from, to, word: null })),
  ].sort((one, other) => one.from - other.from);
  const places: [number, number][] = [];
  const quoted: [number, number][] = [];
  let covered = '';
  let end = 0;
  for (const { from, to, word } of stretches) {
    covered += text.text.slice(end, from);
    const begins = covered.length;
    if (word === null) covered += LEFT_OUT;
    else covered += names.has(text.words[word]!) ? MASK : text.text.slice(from, to);
    (word === null ? quoted : places).push([begins, covered.length]);
    end = to;
  }
  return { ...text, text: covered + text.text.slice(end), places, quoted };
}

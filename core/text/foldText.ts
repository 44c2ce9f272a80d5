/** Letters that carry a stroke, or are two in one, as those type them who have not got them. */
const PLAIN: Readonly<Record<string, string>> = {
  đ: 'd',
  ð: 'd',
  ħ: 'h',
  ı: 'i',
  ł: 'l',
  ŋ: 'n',
  ø: 'o',
  ŧ: 't',
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  þ: 'th',
};
const STROKED = new RegExp(`[${Object.keys(PLAIN).join('')}]`, 'g');

/**
 * A text as it is compared when someone looks for it: without the marks and strokes that letters carry, in small letters.
 *
 * @example foldText('Đặng, Hà') // 'dang, ha'
 */
export function foldText(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(STROKED, (letter) => PLAIN[letter]!);
}

/**
 * Whether a text holds every word of what is looked for.
 *
 * @example holdsWords('Öst, Ida', 'ost i') // true
 */
export function holdsWords(text: string, looked: string): boolean {
  const folded = foldText(text);
  return foldText(looked)
    .split(/\s+/)
    .every((word) => folded.includes(word));
}

/**
 * A text as it is compared when somebody looks for it: without the marks that letters carry, in small letters.
 *
 * @example foldText('Đặng, Hà') // 'đang, ha'
 */
export function foldText(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
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

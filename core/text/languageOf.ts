/** Scripts that one language alone is written in, or one far more than all others; Japanese mixes its own with the Chinese one. */
const SCRIPTS: readonly (readonly [language: string, script: RegExp])[] = [
  ['ja', /[\p{Script=Hiragana}\p{Script=Katakana}]/gu],
  ['ko', /\p{Script=Hangul}/gu],
  ['zh', /\p{Script=Han}/gu],
  ['th', /\p{Script=Thai}/gu],
  ['el', /\p{Script=Greek}/gu],
  ['he', /\p{Script=Hebrew}/gu],
  ['hy', /\p{Script=Armenian}/gu],
  ['ka', /\p{Script=Georgian}/gu],
];

/** From so many of a hundred letters on, a text counts as written in a script. */
const MOSTLY = 50;
/** Kana are fewer than the characters they stand between, so a tenth of them makes a text Japanese. */
const SOME_KANA = 10;

/**
 * The language a text is written in, as far as its script alone tells: a screen reader speaks it, and a browser draws it, accordingly.
 *
 * @returns a BCP 47 tag such as `ja`; null where the script is used by many languages, as Latin, Cyrillic and Arabic are
 * @example languageOf('河流每年都会改道。') // 'zh'
 */
export function languageOf(text: string): string | null {
  const letters = text.match(/\p{L}/gu)?.length ?? 0;
  if (letters === 0) return null;
  const share = (script: RegExp) => ((text.match(script)?.length ?? 0) / letters) * 100;
  const found = SCRIPTS.find(
    ([language, script]) => share(script) >= (language === 'ja' ? SOME_KANA : MOSTLY),
  );
  return found?.[0] ?? null;
}

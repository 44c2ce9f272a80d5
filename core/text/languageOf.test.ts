import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { languageOf } from './languageOf';

describe('the language of a text', () => {
  it.each([
    ['河流每年都会改道。', 'zh'],
    ['川は毎年流れを変える。', 'ja'],
    ['강은 해마다 물길을 바꾼다.', 'ko'],
    ['แม่น้ำเปลี่ยนทางทุกปี', 'th'],
    ['Ο ποταμός αλλάζει κοίτη.', 'el'],
    ['הנהר משנה את דרכו', 'he'],
  ])('is told by its script: %s', (text, language) => expect(languageOf(text)).toBe(language));
  it('is not guessed where many languages share the script, or a foreign word stands in a sentence', () => {
    for (const text of [
      'A river in a pipe.',
      'Река меняет русло.',
      'النهر',
      'He wrote 改道 on the wall.',
      '2 + 2',
      '',
    ])
      expect(languageOf(text)).toBeNull();
  });
  it('is found in any text, and is one for it twice over', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => languageOf(text) === languageOf(text + text)),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quotationNode } from '../text/quotation';
import type { RichNode } from '../text/richText';
import { textOf } from '../text/textOf';
import { comparedText } from './comparedText';
import { coveredText } from './coveredText';
import { markedText } from './markedText';

describe('a text beside another', () => {
  const doc: RichNode = {
    type: 'doc',
    content: [
      ...textOf('The river, it runs. And so').content!,
      quotationNode('p', 1, 'said before'),
      ...textOf('we say').content!,
    ],
  };
  const text = comparedText(doc);

  it('has its passages marked with what stands between their words, and what is left out', () => {
    const marked = markedText(
      text,
      [{ a: 9, b: 1, words: 3 }],
      'b',
      text.words.map((_, at) => (at > 5 ? 'prompt' : null)),
    );
    expect(marked).toEqual([
      { text: 'The ', passage: null, leftOut: null },
      { text: 'river, it runs', passage: 0, leftOut: null },
      { text: '. And so\n', passage: null, leftOut: null },
      { text: 'said before', passage: null, leftOut: 'quoted' },
      { text: '\n', passage: null, leftOut: null },
      { text: 'we say', passage: null, leftOut: 'prompt' },
    ]);
  });

  it('is all of it, whatever is marked', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 6 }), fc.nat({ max: 4 })), { maxLength: 3 }), (chosen) => {
        const passages = chosen.map(([at, words]) => ({
          a: at,
          b: 0,
          words: Math.min(words, text.words.length - at),
        }));
        const marked = markedText(text, passages, 'a', []);
        expect(marked.map((each) => each.text).join('')).toBe(text.text);
      }),
    );
  });
});

describe('a text of an earlier course', () => {
  it('has its names covered and what it quotes left out, however deep it stands', () => {
    const doc: RichNode = {
      type: 'doc',
      content: [
        ...textOf('Dalia’s weir, said @Dalia.').content!,
        {
          type: 'bulletList',
          content: [
            {
              type: 'listItem',
              content: [
                { type: 'blockquote', content: textOf('what Emi told her').content! },
                ...textOf('and I agree').content!,
              ],
            },
          ],
        },
      ],
    };
    const whole = comparedText(doc);
    const covered = coveredText(whole, new Set(['dalia', 'dalias']));
    expect(covered.text).toBe('▁▁▁ weir, said @▁▁▁.\n…\nand I agree');
    expect(covered.words).toEqual(whole.words);
    expect(covered.places.map(([from, to]) => covered.text.slice(from, to))).toEqual([
      '▁▁▁',
      'weir',
      'said',
      '▁▁▁',
      'and',
      'I',
      'agree',
    ]);
    expect(covered.quoted.map(([from, to]) => covered.text.slice(from, to))).toEqual(['…']);
  });
});

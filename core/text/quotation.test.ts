import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainText } from './plainText';
import { mentionsIn, quotationNode, quotationsIn, standsIn, withoutPassages } from './quotation';
import type { RichNode } from './richText';
import { countWords } from './words';
import { textOf } from './textOf';

const doc: RichNode = {
  type: 'doc',
  content: [
    quotationNode('ines-1', 2, 'the water\nuse it'),
    {
      type: 'paragraph',
      content: [
        { type: 'mention', attrs: { id: 'bram', label: 'Bram Oyelaran' } },
        { type: 'text', text: ' would not.' },
      ],
    },
    {
      type: 'blockquote',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'An old saying.' }] }],
    },
  ],
};

describe('quoted passages', () => {
  it('are found with their source, version and text', () => {
    expect(quotationsIn(doc)).toEqual([{ sourceId: 'ines-1', version: 2, text: 'the water\nuse it' }]);
    expect(quotationsIn(textOf('None.'))).toEqual([]);
  });
  it('are no words; a name that is mentioned is', () => {
    expect(countWords(plainText(doc, { quotes: 'none' }))).toBe(4);
    expect(plainText(doc, { quotes: 'own' })).toBe('@Bram Oyelaran would not.\nAn old saying.');
    expect(plainText(doc, { quotes: 'all' })).toContain('use it');
  });
  it('stand in a text word for word, however its lines are broken', () => {
    expect(standsIn('the water\nuse it', 'you must let the water  use it too')).toBe(true);
    expect(standsIn('the water drown it', 'you must let the water use it too')).toBe(false);
    expect(standsIn('  ', 'anything')).toBe(false);
    // However its accents are written.
    expect(standsIn('cafe\u0301', 'the caf\u00e9 by the weir')).toBe(true);
  });
  it('any part of a text stands in it, and nothing stands in nothing', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), fc.string(), fc.string(), (part, before, after) => {
        expect(standsIn(part, `${before} ${part} ${after}`)).toBe(
          part.trim() !== '' && /\S/u.test(part.normalize('NFC')),
        );
        expect(standsIn(part, '')).toBe(false);
      }),
    );
  });
  it('are emptied where they may not be read; their place and everything else stays', () => {
    const without = withoutPassages(doc, (source) => source === 'ines-1');
    expect(quotationsIn(without)).toEqual([{ sourceId: 'ines-1', version: 2, text: '' }]);
    expect(without.content!.slice(1)).toEqual(doc.content!.slice(1));
    expect(withoutPassages(doc, () => false)).toEqual(doc);
    expect(withoutPassages({ type: 'doc' }, () => true)).toEqual({ type: 'doc' });
  });
});

describe('mentions', () => {
  it('are found once each', () => {
    expect(mentionsIn({ type: 'doc', content: [doc, doc] })).toEqual(['bram']);
  });
});

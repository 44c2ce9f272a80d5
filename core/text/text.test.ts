import { describe, expect, it } from 'vitest';
import { plainText } from './plainText';
import { walk, type RichNode } from './richText';
import { textOf } from './textOf';
import { countWords } from './words';

const words = (doc: RichNode) => countWords(plainText(doc, { quotes: 'none' }));
const text = (value: string, marks: string[] = []): RichNode => ({
  type: 'text',
  text: value,
  marks: marks.map((type) => ({ type })),
});
const p = (...content: RichNode[]): RichNode => ({ type: 'paragraph', content });
const doc = (...content: RichNode[]): RichNode => ({ type: 'doc', content });

describe('words', () => {
  it.each([
    ["Well — the weir's 2.5 m high!", 6],
    ['https://a.example/b c', 2],
    ['...', 0],
    ['', 0],
    ['one\u00a0two\u2003three\nfour', 4],
    ['São João d’água', 3],
    ['水は流れる', 3],
    ['weir 川', 2],
  ])('%j has %i', (value, expected) => expect(countWords(value)).toBe(expected));
});

describe('the text that is counted', () => {
  it('parts words at blocks and line breaks, not at marks', () => {
    expect(words(doc(p(text('up'), text('stream', ['bold'])), p(text('weir'))))).toBe(2);
    expect(words(doc(p(text('one'), { type: 'hardBreak' }, text('two'))))).toBe(2);
  });
  it('leaves out quoted passages, also inside lists', () => {
    expect(words(doc({ type: 'blockquote', content: [p(text('not mine at all'))] }, p(text('mine'))))).toBe(
      1,
    );
    const list = {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [{ type: 'blockquote', content: [p(text('no'))] }, p(text('yes yes'))] },
      ],
    };
    expect(words(doc(list))).toBe(2);
  });
  it('counts code, link text and captions, not addresses or alternative texts', () => {
    const link: RichNode = {
      type: 'text',
      text: 'the map',
      marks: [{ type: 'link', attrs: { href: 'https://a.example/x y' } }],
    };
    const image: RichNode = {
      type: 'image',
      attrs: { src: '/x', alt: 'five words of alternative text', title: 'The weir' },
    };
    expect(words(doc(p(link), { type: 'codeBlock', content: [text('a b')] }, image))).toBe(6);
  });
  it('reads as paragraphs', () => {
    expect(plainText(textOf('One.\n\nTwo.'), { quotes: 'all' })).toBe('One.\nTwo.');
  });
});

describe('walking a document', () => {
  it('visits in reading order with the depth', () => {
    const seen: [string, number][] = [];
    walk(doc(p(text('a')), p(text('b'))), (node, depth) => seen.push([node.text ?? node.type, depth]));
    expect(seen).toEqual([
      ['doc', 0],
      ['paragraph', 1],
      ['a', 2],
      ['paragraph', 1],
      ['b', 2],
    ]);
  });
});

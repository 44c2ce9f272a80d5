import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RichNode } from '../core/text/richText';
import { plainText } from '../core/text/plainText';
import { filesIn, isBlank, postText, richText } from './richText';

const doc = (...content: object[]) => ({ type: 'doc', content });
const paragraph = (...content: object[]) => ({ type: 'paragraph', content });
const linked = (attrs: object) => ({ type: 'text', text: 'x', marks: [{ type: 'link', attrs }] });
const table = (attrs: object) =>
  doc({
    type: 'table',
    content: [{ type: 'tableRow', content: [{ type: 'tableCell', attrs, content: [] }] }],
  });
const problem = (value: unknown) => {
  const result = richText.safeParse(value);
  return result.success ? null : result.error.issues[0]!.message;
};

describe('rich text', () => {
  it('takes what the editor writes', () => {
    const text = {
      type: 'text',
      text: 'x',
      marks: [{ type: 'bold' }, { type: 'link', attrs: { href: 'https://a.example' } }],
    };
    const list = { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(text)] }] };
    expect(
      problem(
        doc(
          paragraph(text),
          list,
          { type: 'heading', attrs: { level: 2 }, content: [text] },
          { type: 'horizontalRule' },
        ),
      ),
    ).toBeNull();
  });
  it('takes material of another site by its address, and does not count it as words', () => {
    const card = (attrs: object) =>
      doc({
        type: 'elsewhere',
        attrs: { href: 'https://films.example/a', title: '', description: '', ...attrs },
      });
    expect(problem(card({}))).toBeNull();
    expect(problem(card({ href: 'javascript:alert(1)' }))).toMatch(/begins with https/);
    expect(problem(card({ href: '/c/rvc210' }))).toMatch(/begins with https/);
    expect(problem(card({ description: 'x'.repeat(50_001) }))).toMatch(/at most 50000 characters/);
    const film = card({ title: 'A film', description: 'Many words' }) as RichNode;
    expect(isBlank(film)).toBe(false);
    expect(plainText(film, { quotes: 'all' })).toBe('');
  });
  it.each<[string, unknown]>([
    ['nothing', null],
    ['a string', 'text'],
    ['another root', paragraph()],
    ['an unknown block', doc({ type: 'iframe' })],
    ['an unknown mark', doc(paragraph({ type: 'text', text: 'x', marks: [{ type: 'onclick' }] }))],
    [
      'a script address',
      doc(
        paragraph({
          type: 'text',
          text: 'x',
          marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }],
        }),
      ),
    ],
    ['an image from elsewhere', doc({ type: 'image', attrs: { src: 'https://a.example/x.png' } })],
    ['an image with a path', doc({ type: 'image', attrs: { src: '/api/files/../x' } })],
    ['text that is no text', doc(paragraph({ type: 'text', text: 7 }))],
    ['content that is no list', doc({ type: 'paragraph', content: 'x' })],
    ['content that only claims a length', doc({ type: 'paragraph', content: { length: 20_000_000 } })],
    ['a document that only claims a length', { type: 'doc', content: { length: 20_000_000 } }],
    ['nothing where a block stands', doc(null as never)],
    ['a list where a block stands', doc([] as never)],
    ['marks that are no list', doc(paragraph({ type: 'text', text: 'x', marks: 5 }))],
    ['a mark that is nothing', doc(paragraph({ type: 'text', text: 'x', marks: [null] }))],
    [
      'a mark twice',
      doc(paragraph({ type: 'text', text: 'x', marks: [{ type: 'bold' }, { type: 'bold' }] })),
    ],
    ['an empty piece of text', doc(paragraph({ type: 'text', text: '' }))],
    ['a link to a thing', doc(paragraph(linked({ href: { toString: 'x' } })))],
    ['a link without address', doc(paragraph(linked({})))],
    ['a link that opens elsewhere', doc(paragraph(linked({ href: 'https://a.example', target: '_top' })))],
    ['a link with a class', doc(paragraph(linked({ href: 'https://a.example', class: 'btn' })))],
    ['a link with another rel', doc(paragraph(linked({ href: 'https://a.example', rel: 'opener' })))],
    ['a cell as wide as the world', table({ colspan: 1_000_000 })],
    ['a cell with markup for its width', table({ colspan: '1"><script>' })],
    ['a cell of no width', table({ colspan: 0 })],
    ['a list from markup', doc({ type: 'orderedList', attrs: { start: '"><b>' }, content: [] })],
    ['a list from nowhere', doc({ type: 'orderedList', attrs: { start: 1e300 }, content: [] })],
    ['an attribute nobody knows', doc({ type: 'paragraph', attrs: { onclick: 'x' } })],
    ['a row outside a table', doc({ type: 'tableRow' })],
    ['a document in a document', doc(doc())],
    ['a mention in what is no post', doc(paragraph({ type: 'mention', attrs: { id: 'ines', label: 'x' } }))],
    ['too many parts', doc(...Array.from({ length: 10_001 }, () => paragraph()))],
    ['too long a text', doc(paragraph({ type: 'text', text: 'x'.repeat(200_001) }))],
  ])('refuses %s', (_, value) => expect(problem(value)).not.toBeNull());
  it('refuses blocks nested without end, quickly', () => {
    let node: object = paragraph({ type: 'text', text: 'x' });
    for (let i = 0; i < 2000; i++) node = { type: 'blockquote', content: [node] };
    expect(problem(doc(node))).toContain('deep');
  });
  it('looks at no more than it has to, whatever a document claims', () => {
    const start = performance.now();
    for (let i = 0; i < 100; i++) problem({ type: 'doc', content: { length: 2_000_000_000 } });
    problem(doc(...Array.from({ length: 100_000 }, () => null as never)));
    expect(performance.now() - start).toBeLessThan(500);
  });
  it('says in a sentence what may not stand there', () => {
    expect(problem(doc({ type: 'iframe' }))).toBe('"iframe" is not allowed in a text here');
    expect(problem(doc({ type: 'paragraph', onclick: 'x' }))).toBe('"onclick" is not allowed in a text');
  });
  it('takes every attribute that the editor writes by itself', () => {
    const attrs = {
      href: 'https://a.example',
      target: '_blank',
      rel: 'noopener noreferrer nofollow',
      class: null,
      title: null,
    };
    const cell = { type: 'tableHeader', attrs: { colspan: 2, rowspan: 1, colwidth: null, align: null } };
    expect(
      problem(
        doc(
          paragraph(linked(attrs), { type: 'hardBreak', marks: [{ type: 'bold' }] }),
          { type: 'orderedList', attrs: { start: 4, type: null }, content: [] },
          { type: 'codeBlock', attrs: { language: null } },
          {
            type: 'image',
            attrs: { src: '/api/files/pict1', alt: '', title: null, width: null, height: null },
          },
          { type: 'table', content: [{ type: 'tableRow', content: [{ ...cell, content: [paragraph()] }] }] },
        ),
      ),
    ).toBeNull();
  });
  it('refuses what has no text of its own, and does not fail over it', () => {
    const odd = { toString: 1, valueOf: 0 };
    for (const doc of [
      { type: 'doc', content: [{ type: odd }] },
      { type: 'doc', content: [{ type: 'paragraph', attrs: odd, content: [odd] }] },
      { type: 'doc', content: [{ type: 'heading', attrs: { level: odd } }] },
    ])
      expect(postText.safeParse(doc).success).toBe(false);
  });
  it('answers, and never throws, whatever is sent', () => {
    const names = fc.constantFrom(
      'doc',
      'paragraph',
      'text',
      'bulletList',
      'listItem',
      'table',
      'tableRow',
      'mention',
      'quotation',
      'link',
      'x',
    );
    const anything = fc.letrec((tie) => ({
      node: fc.oneof(
        { maxDepth: 6 },
        fc.anything(),
        fc.record(
          {
            type: fc.oneof(names, fc.anything()),
            attrs: fc.oneof(
              fc.anything(),
              fc.dictionary(fc.constantFrom('href', 'colspan', 'id', 'post'), fc.anything()),
            ),
            content: fc.oneof(fc.array(tie('node'), { maxLength: 3 }), fc.anything()),
            marks: fc.oneof(fc.array(tie('node'), { maxLength: 2 }), fc.anything()),
            text: fc.oneof(fc.string(), fc.anything()),
          },
          { requiredKeys: [] },
        ),
      ),
    })).node;
    fc.assert(
      fc.property(anything, anything, (first, second) => {
        for (const value of [first, { type: 'doc', content: [first, second] }]) {
          const { success, data } = postText.safeParse(value);
          if (success) filesIn(data as RichNode);
        }
      }),
      { numRuns: 500 },
    );
  });
  it('knows its images', () => {
    expect(
      filesIn(
        doc(
          { type: 'image', attrs: { src: '/api/files/pict1' } },
          { type: 'image', attrs: { src: '/api/files/pict1' } },
        ) as never,
      ),
    ).toEqual(['pict1']);
  });
});

import { renderToHTMLString } from '@tiptap/static-renderer/pm/html-string';
import fc from 'fast-check';
import sanitizeHtml from 'sanitize-html';
import { describe, expect, it } from 'vitest';
import { postText } from '../../contract/richText';
import { quotationNode } from '../../core/text/quotation';
import type { RichNode } from '../../core/text/richText';
import { textOf } from '../../core/text/textOf';
import { ALLOWED, extensions, storedText, toHtml } from './toHtml';

const text = (words: string, ...marks: RichNode[]): RichNode =>
  ({ type: 'text', text: words, ...(marks.length > 0 && { marks }) }) as RichNode;
const node = (type: string, content: RichNode[] = [], attrs?: object): RichNode =>
  ({ type, content, ...(attrs && { attrs }) }) as RichNode;
const mark = (type: string, attrs?: object) => ({ type, ...(attrs && { attrs }) }) as unknown as RichNode;

const words = fc.stringMatching(/^[a-z<>&"' ]{1,12}$/);
const marks = fc.subarray([
  mark('bold'),
  mark('italic'),
  mark('strike'),
  mark('underline'),
  mark('link', { href: 'https://a.example/?b=1&c=2' }),
]);
const inline = fc.oneof(
  fc.tuple(words, marks).map(([said, how]) => text(said, ...how)),
  fc.constant(node('hardBreak') as RichNode),
);
const paragraph = fc.array(inline, { maxLength: 4 }).map((content) => node('paragraph', content));
const block = fc.oneof(
  paragraph,
  paragraph.map((line) => node('blockquote', [line])),
  fc.array(paragraph, { minLength: 1, maxLength: 3 }).map((lines) =>
    node(
      'bulletList',
      lines.map((line) => node('listItem', [line])),
    ),
  ),
  fc
    .tuple(paragraph, fc.nat({ max: 4 }))
    .map(([line, start]) => node('orderedList', [node('listItem', [line])], { start: start + 1 })),
  words.map((said) => node('codeBlock', [text(said)])),
  fc.constant(node('horizontalRule')),
  fc
    .record({
      title: words,
      description: fc.oneof(
        fc.constant(''),
        words,
        words.map((said) => said.repeat(300)),
      ),
    })
    .map((attrs) => node('elsewhere', [], { href: 'https://films.example/a?b=1&c=2', ...attrs })),
  paragraph.map((line) => node('heading', line.content ? [...line.content] : [], { level: 2 })),
  paragraph.map((line) =>
    node('table', [node('tableRow', [node('tableHeader', [line]), node('tableCell', [line])])]),
  ),
);
const doc = fc.array(block, { minLength: 1, maxLength: 5 }).map((content) => node('doc', content));

describe('a rich text as HTML', () => {
  const card = (attrs: object) =>
    toHtml(
      node('doc', [
        node('elsewhere', [], { href: 'https://films.example/', title: '', description: '', ...attrs }),
      ]),
    );
  it('shows material of another site as a card that says what it is, or what its address says of itself', () => {
    expect(card({ title: 'A film', description: 'A bus <drives> over a river' })).toBe(
      '<figure class="elsewhere"><p><a href="https://films.example/" target="_blank" rel="noopener noreferrer nofollow">A film</a>' +
        ' <span class="from">films.example</span></p><figcaption>A bus &lt;drives&gt; over a river</figcaption></figure>',
    );
    expect(card({ href: 'https://films.example/w/the-tannery_cut.mp4?x=1' })).toContain(
      '>The tannery cut</a>',
    );
    expect(card({ href: 'https://films.example/%E0%A4%A' })).toContain('films.example');
    expect(card({})).toContain('>films.example</a>');
  });
  it('never leads to anything but a page, whatever an address says', () => {
    for (const href of ['javascript:alert(1)', 'data:text/html,x', '//evil.example', 'https:javascript'])
      expect(card({ href })).not.toMatch(/href="(?!https?:)/);
  });
  it('folds a transcript away below what it describes', () => {
    expect(card({ description: 'word '.repeat(100) })).toContain(
      '<details><summary>Description or transcript</summary><p class="said">word word',
    );
  });
  it('is what drawing it with its extensions anew gives', () => {
    fc.assert(
      fc.property(doc, (each) => {
        const anew = renderToHTMLString({ content: each as never, extensions });
        expect(toHtml(each)).toBe(sanitizeHtml(anew, ALLOWED));
      }),
      { numRuns: 60 },
    );
  });
  it('comes of everything the contract takes, at once and without what is not allowed', () => {
    const numbers = fc.oneof(
      fc.integer({ min: -2, max: 60 }),
      fc.constantFrom(1e9, 1.5, '2', '1"><script>', null),
    );
    const kind = fc.constantFrom(
      ...[
        'paragraph',
        'blockquote',
        'bulletList',
        'orderedList',
        'listItem',
        'codeBlock',
        'heading',
        'table',
      ],
      ...['tableRow', 'tableCell', 'text', 'hardBreak', 'horizontalRule', 'mention', 'quotation', 'image'],
    );
    const attrs: Record<string, fc.Arbitrary<object>> = {
      orderedList: fc.record({ start: numbers }),
      heading: fc.record({ level: numbers }),
      tableCell: fc.record({ colspan: numbers, rowspan: numbers }, { requiredKeys: [] }),
      mention: fc.constant({ id: 'ines', label: '<b>Ines' }),
      quotation: fc.constant({ post: 'post-1', version: 1 }),
      image: fc.constantFrom({ src: '/api/files/pict1', alt: '"><b>' }, { src: 'x' }),
    };
    /** What fits into a kind, most of the time; anything at all now and then. */
    const fitting: Record<string, string> = {
      table: 'tableRow',
      tableRow: 'tableCell',
      bulletList: 'listItem',
    };
    const tree = (depth: number, of: fc.Arbitrary<string> = kind): fc.Arbitrary<object> =>
      of.chain((type) => {
        const inside = fitting[type] ? fc.oneof(fc.constant(fitting[type]), kind) : kind;
        const children = depth === 0 ? fc.constant([]) : fc.array(tree(depth - 1, inside), { maxLength: 2 });
        return fc
          .tuple(attrs[type] ?? fc.constant(undefined), children, words)
          .map(([some, content, said]) =>
            type === 'text' ? { type, text: said } : { type, ...(some && { attrs: some }), content },
          );
      });
    let taken = 0;
    fc.assert(
      fc.property(fc.array(tree(4), { minLength: 1, maxLength: 3 }), (content) => {
        const read = postText.safeParse({ type: 'doc', content });
        if (!read.success) return;
        taken++;
        const start = performance.now();
        const { html } = storedText(read.data);
        expect(html).not.toMatch(/<script|<b>/);
        expect(performance.now() - start).toBeLessThan(500);
      }),
      { numRuns: 3000 },
    );
    expect(taken).toBeGreaterThan(50);
  });
  it('holds no script, whatever stands in it', () => {
    const html = toHtml(textOf('<script>alert(1)</script> & "so"'));
    expect(html).toContain('&lt;script&gt;');
    expect(html).not.toContain('<script');
  });
  it('draws a passage that is quoted, and stores no word of it as the author’s', () => {
    const quoting = node('doc', [
      quotationNode('ines-1', 1, 'the river keeps'),
      ...(textOf('And so?').content ?? []),
    ]);
    const stored = storedText(quoting);
    expect(stored.html).toContain('the river keeps');
    expect([stored.words, stored.text]).toEqual([2, 'And so?']);
  });
});

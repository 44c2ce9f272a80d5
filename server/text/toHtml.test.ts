import { renderToHTMLString } from '@tiptap/static-renderer/pm/html-string';
import fc from 'fast-check';
import sanitizeHtml from 'sanitize-html';
import { describe, expect, it } from 'vitest';
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
  paragraph.map((line) => node('heading', line.content ? [...line.content] : [], { level: 2 })),
  paragraph.map((line) =>
    node('table', [node('tableRow', [node('tableHeader', [line]), node('tableCell', [line])])]),
  ),
);
const doc = fc.array(block, { minLength: 1, maxLength: 5 }).map((content) => node('doc', content));

describe('a rich text as HTML', () => {
  it('is what drawing it with its extensions anew gives', () => {
    fc.assert(
      fc.property(doc, (each) => {
        const anew = renderToHTMLString({ content: each as never, extensions });
        expect(toHtml(each)).toBe(sanitizeHtml(anew, ALLOWED));
      }),
      { numRuns: 60 },
    );
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

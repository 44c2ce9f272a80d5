import { describe, expect, it } from 'vitest';
import { textOf } from '../core/text/textOf';
import { page, pageOf } from './basics';
import { forumSettings } from './forumSettings';
import { newForum } from './newForum';
import { fileRoutes } from './fileRoutes';
import { endpoints, openapi } from './openapi';
import { filesIn, richText } from './richText';

const doc = (...content: object[]) => ({ type: 'doc', content });
const paragraph = (...content: object[]) => ({ type: 'paragraph', content });
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
    ['too long a text', doc(paragraph({ type: 'text', text: 'x'.repeat(200_001) }))],
  ])('refuses %s', (_, value) => expect(problem(value)).not.toBeNull());
  it('refuses blocks nested without end, quickly', () => {
    let node: object = paragraph({ type: 'text', text: 'x' });
    for (let i = 0; i < 2000; i++) node = { type: 'blockquote', content: [node] };
    expect(problem(doc(node))).toContain('deep');
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

describe('forum settings', () => {
  it('are good from the start, but for the title', () => {
    expect(forumSettings.safeParse({ ...newForum(), title: 'x', prompt: textOf('y') }).success).toBe(true);
    expect(forumSettings.safeParse(newForum()).error!.issues.map((issue) => issue.path.join('.'))).toEqual([
      'title',
    ]);
  });
});

describe('the API', () => {
  it('has one endpoint an address and method, and describes each', () => {
    const keys = endpoints.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(keys).size).toBe(keys.length);
    const { paths } = openapi() as {
      paths: Record<string, Record<string, { summary: string; parameters: { name: string; in: string }[] }>>;
    };
    expect(Object.values(paths).flatMap((methods) => Object.keys(methods))).toHaveLength(
      keys.length + fileRoutes.length,
    );
    for (const { method, path } of endpoints) {
      const described = paths[path.replace(/:(\w+)/g, '{$1}')]![method]!;
      expect(described.summary).not.toBe('');
      expect(described.parameters.filter((each) => each.in === 'path').map(({ name }) => name)).toEqual(
        [...path.matchAll(/:(\w+)/g)].map((match) => match[1]),
      );
    }
  });
  it('describes the ways out of files, and of the stream, with what comes', () => {
    const { paths } = openapi() as {
      paths: Record<
        string,
        { get: { responses: Record<number, { content: object }>; parameters: object[] } }
      >;
    };
    const types = fileRoutes.map(({ path }) => {
      const { get } = paths[path.replace(/:(\w+)/g, '{$1}')]!;
      expect(get.parameters).toHaveLength(path.split(':').length - 1);
      return Object.keys(get.responses[200]!.content)[0];
    });
    expect(types).toEqual([
      'text/csv',
      'text/csv',
      'application/zip',
      'application/json',
      'application/octet-stream',
      'text/event-stream',
    ]);
    expect(fileRoutes.every(({ path }) => endpoints.every((each) => each.path !== path))).toBe(true);
  });
});

describe('pages', () => {
  const rows = ['a', 'b', 'c', 'd', 'e'];
  it('cut a list, and say where the next begins', () => {
    expect(pageOf(rows, { from: 0, limit: 2 })).toEqual({ rows: ['a', 'b'], paging: { total: 5, next: 2 } });
    expect(pageOf(rows, { from: 4, limit: 2 })).toEqual({ rows: ['e'], paging: { total: 5, next: null } });
    expect(pageOf(rows, { from: 9, limit: 2 })).toEqual({ rows: [], paging: { total: 5, next: null } });
    expect(pageOf([], page.parse({}))).toEqual({ rows: [], paging: { total: 0, next: null } });
  });
  it('refuse what is not a page', () => {
    for (const wrong of [{ from: -1 }, { limit: 0 }, { limit: 5001 }, { from: 'x' }, { page: 2 }]) {
      expect(page.safeParse(wrong).success).toBe(false);
    }
  });
});

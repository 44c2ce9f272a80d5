import { describe, expect, it } from 'vitest';
import { textOf } from '../core/text/textOf';
import { page, pageOf } from './basics';
import { forumSettings } from './forumSettings';
import { newForum } from './newForum';
import { fileRoutes } from './fileRoutes';
import { endpoints, openapi } from './openapi';

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
  it('describes what a text may hold, and every reference in it leads somewhere', () => {
    const api = openapi();
    const text = JSON.stringify(api);
    expect(text).toContain('"$ref":"#/components/schemas/PostText"');
    for (const [, path] of text.matchAll(/"\$ref":"#\/([^"]+)"/g)) {
      const found = path!
        .split('/')
        .reduce<unknown>((at, key) => (at as Record<string, unknown>)?.[key], api);
      expect([path, typeof found]).toEqual([path, 'object']);
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
      'application/json',
      'application/octet-stream',
      'application/octet-stream',
      'text/calendar',
      'text/calendar',
      'application/atom+xml',
      'application/rss+xml',
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

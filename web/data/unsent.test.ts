// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import type { Problem } from '../../contract/problem';
import { textOf } from '../../core/text/textOf';
import { ApiProblem, Unreachable } from './api';
import { Unsent, type WaitingPost } from './unsent';

const waiting = (id: string): WaitingPost => ({
  person: 'bram',
  course: 'rivers',
  forum: 'floodplain',
  body: { id, parentId: null, doc: textOf('A word.'), starter: false, draft: 'open' },
  files: [],
  problem: null,
});
function browser() {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  };
}
const refusal = (status: number, detail = 'The forum is frozen.') =>
  new ApiProblem({ status, code: 'frozen', detail, title: '', type: '' } as Problem);
const ids = (posts: readonly WaitingPost[]) => posts.map(({ body }) => body.id);

describe('posts that wait for the connection', () => {
  it('are sent once each, in the order they were written, when the server can be reached', async () => {
    const store = browser();
    let reachable = false;
    const sent: string[] = [];
    const outbox = new Unsent('bram', store, async ({ body }) => {
      if (!reachable) throw new Unreachable();
      sent.push(body.id);
    });
    const told: string[] = [];
    const flush = () => outbox.flush(({ body }) => told.push(body.id));
    outbox.add(waiting('first'));
    outbox.add(waiting('second'));
    outbox.add(waiting('first'));
    await flush();
    expect([sent, ids(outbox.posts)]).toEqual([[], ['second', 'first']]);
    reachable = true;
    await Promise.all([flush(), flush()]);
    await flush();
    expect([sent, told, ids(outbox.posts)]).toEqual([['second', 'first'], ['second', 'first'], []]);
  });
  it('survive a closed tab, and are another person’s at the same machine', () => {
    const store = browser();
    new Unsent('bram', store, async () => undefined).add(waiting('first'));
    expect(ids(new Unsent('bram', store, async () => undefined).posts)).toEqual(['first']);
    expect(new Unsent('ines', store, async () => undefined).posts).toEqual([]);
  });
  it('that the server refuses stay with its reason, and do not hold up the others', async () => {
    const sent: string[] = [];
    const outbox = new Unsent('bram', browser(), async ({ body }) => {
      if (body.id === 'first') throw refusal(403);
      sent.push(body.id);
    });
    outbox.add(waiting('first'));
    outbox.add(waiting('second'));
    await outbox.flush(() => undefined);
    expect(sent).toEqual(['second']);
    expect(outbox.posts).toMatchObject([{ body: { id: 'first' }, problem: 'The forum is frozen.' }]);
    await outbox.flush(() => undefined);
    expect(outbox.posts).toHaveLength(1);
    outbox.take('first');
    expect(outbox.posts).toEqual([]);
  });
  it.each([401, 500, 503])('wait on after an answer of %i', async (status) => {
    const outbox = new Unsent('bram', browser(), async () => {
      throw refusal(status);
    });
    outbox.add(waiting('first'));
    await outbox.flush(() => undefined);
    expect(outbox.posts).toMatchObject([{ problem: null }]);
  });
  it('say so where the browser cannot keep them, or holds nonsense', () => {
    const full = {
      getItem: () => '{',
      setItem: () => {
        throw new Error('full');
      },
    };
    const outbox = new Unsent('bram', full, async () => undefined);
    expect(outbox.posts).toEqual([]);
    expect(outbox.add(waiting('first'))).toBe(false);
  });
});

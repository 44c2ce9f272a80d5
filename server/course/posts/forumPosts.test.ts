import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../../contract/discuss';
import { conversation, people } from '../../../core/testing/conversations';
import { post as basicPost, revision } from '../../../core/testing/fixtures';
import { quotationNode } from '../../../core/text/quotation';
import type { RichNode } from '../../../core/text/richText';
import { seenPosts } from '../../testing/seenPosts';
import { F, withForum, words, type Client } from '../../testing/testServer';
import { forumPosts } from './forumPosts';

let c: Awaited<ReturnType<typeof withForum>>;
const view = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const post = (who: Client, id: string, doc: RichNode, parentId: string | null = null, more: object = {}) =>
  who.send('post', `${F}/posts`, { id, parentId, doc, starter: false, draft: null, ...more });

describe('posts kept in memory', () => {
  afterEach(() => c.server.close());
  it('are those of the database after every kind of change', async () => {
    c = await withForum({ seal: null, hold: 'first' });
    const fresh = async () => JSON.stringify(seenPosts(await view(c.teodora)));
    const same = async () => {
      const kept = await fresh();
      // Another server on the same data has kept nothing.
      const ids = (await c.server.db.selectFrom('post_change').select(['post_id', 'n']).execute()).length;
      expect(ids).toBe((JSON.parse(kept) as unknown[]).length);
      return kept;
    };
    await post(c.bram, 'bram-1', words(8)).expect(200);
    expect(await same()).toContain('"waiting":"held"');
    await c.teodora.send('post', `${F}/actions`, { action: 'approve', posts: ['bram-1'] }).expect(200);
    expect(await same()).toContain('"waiting":null');
    await c.bram.send('patch', `${F}/posts/bram-1`, { version: 1, doc: words(12) }).expect(200);
    expect(await same()).toContain('"words":12');
    await post(c.chidi, 'chidi-1', words(8), 'bram-1').expect(200);
    await c.teodora.send('delete', `${F}/posts/bram-1`).expect(200);
    expect(await same()).toContain('"removed":true');
    await c.teodora.send('post', `${F}/posts/bram-1/restore`).expect(200);
    const back = await same();
    expect(back).not.toContain('"removed":true');
    expect(back).toContain('chidi-1');
  });
  it('what a transaction did not keep is not kept', async () => {
    c = await withForum({ seal: null });
    await post(c.bram, 'bram-1', words(8)).expect(200);
    await post(c.bram, 'bram-2', {
      type: 'doc',
      content: [quotationNode('gone', 1, 'x'), ...words(9).content!],
    }).expect(422);
    expect((await view(c.ines)).posts.map(({ id }) => id)).toEqual(['bram-1']);
    await post(c.bram, 'bram-3', words(9)).expect(200);
    expect((await view(c.ines)).posts.map(({ id }) => id)).toEqual(['bram-1', 'bram-3']);
  });
});

describe('posts with others that came after them', () => {
  it('stand as if all had been read at once; and those without stay as they were', () => {
    fc.assert(
      fc.property(conversation, fc.nat(), fc.boolean(), ({ posts }, where, wasAsked) => {
        const at = where % (posts.length + 1);
        const [before, whole] = [forumPosts(posts.slice(0, at)), forumPosts(posts)];
        if (wasAsked) before.placedAt(9000);
        if (wasAsked) before.by('ines');
        const added = before.with(posts.slice(at))!;
        expect(added.posts).toEqual(whole.posts);
        for (const t of [999, 1005, 4999, 5000, 7000, 9000])
          expect(added.placedAt(t)).toEqual(whole.placedAt(t));
        for (const { id } of people) expect(added.by(id)).toEqual(whole.by(id));
        expect(added.settled).toBe(whole.settled);
        expect(before.posts).toHaveLength(at);
        expect(before.placedAt(9000).size).toBe(at);
      }),
      { numRuns: 300 },
    );
  });
  it('are read anew where one of them was there already, or is older', () => {
    const [ines, bram] = [1000, 2000].map((at, n) => basicPost(`p${n}`, 'ines', [revision(at, 10)]));
    expect(forumPosts([ines!, bram!]).with([bram!])).toBeNull();
    expect(forumPosts([bram!]).with([ines!])).toBeNull();
  });
});

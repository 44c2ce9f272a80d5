import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { postsOf } from '../../contract/posts';
import { C, F, postText, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const view = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;

describe('what a person has read', () => {
  beforeEach(async () => {
    await postText(c.ines, 'ines-1', 'The river owns the plain, and we rent it.');
    await postText(c.bram, 'bram-1', 'The plain belongs to whoever pays for the wall.');
  });
  const unread = async (who: Client) =>
    postsOf(await view(who))
      .filter(({ read }) => !read)
      .map(({ id }) => id)
      .sort();
  const mark = (who: Client, posts: string[], read = true) => who.send('put', `${F}/read`, { posts, read });

  it('is theirs alone; one’s own posts are always read', async () => {
    expect(await unread(c.ines)).toEqual(['bram-1']);
    expect(await unread(c.teodora)).toEqual(['bram-1', 'ines-1']);
    await mark(c.ines, ['bram-1']).expect(200);
    await mark(c.ines, ['bram-1']).expect(200);
    expect(await unread(c.ines)).toEqual([]);
    expect(await unread(c.teodora)).toEqual(['bram-1', 'ines-1']);
    await mark(c.ines, ['bram-1'], false).expect(200);
    expect(await unread(c.ines)).toEqual(['bram-1']);
  });
  it('is counted beside the forum', async () => {
    const count = async (who: Client) => (await who.get(`${C}/forums`)).body.forums[0].unread as number;
    expect([await count(c.ines), await count(c.teodora)]).toEqual([1, 2]);
    await mark(c.teodora, ['ines-1', 'bram-1']).expect(200);
    expect(await count(c.teodora)).toBe(0);
    // Who is sealed has nothing to read, and nothing unread.
    expect(await count(c.chidi)).toBe(0);
  });
  it('passes over what the person may not know of, and says nothing about it', async () => {
    const known = await mark(c.chidi, ['bram-1', 'nothing-there']);
    const unknown = await mark(c.chidi, ['nothing-there', 'nothing-either']);
    expect([known.status, known.body]).toEqual([unknown.status, unknown.body]);
    expect(await c.server.db.selectFrom('read_mark').selectAll().execute()).toEqual([]);
  });
  it('is not shown, and not changed, through someone else’s eyes', async () => {
    c.server.now += 60_000;
    const seen = (await c.teodora.get(`${F}?as=ines&at=${c.server.now}`).expect(200)).body as ForumView;
    expect(postsOf(seen).map(({ read }) => read)).toEqual([true, true]);
    expect(await unread(c.ines)).toEqual(['bram-1']);
  });
  it('names what is wrong with a request', async () => {
    expect((await mark(c.ines, []).expect(422)).body.errors[0].field).toBe('posts');
    expect(
      (await c.ines.send('put', `${F}/read`, { posts: ['bram-1'] }).expect(422)).body.errors[0].field,
    ).toBe('read');
    await c.ines.send('put', `${C}/forums/nowhere/read`, { posts: ['bram-1'], read: true }).expect(404);
  });
});

describe('bookmarks', () => {
  it('are private, and only to what may be read', async () => {
    await postText(c.ines, 'ines-1', 'The river owns the plain, and we rent it.');
    await postText(c.bram, 'bram-1', 'The plain belongs to whoever pays for the wall.');
    const set = (who: Client, id: string, bookmarked: boolean) =>
      who.send('put', `${F}/posts/${id}/bookmark`, { bookmarked });
    await set(c.ines, 'bram-1', true).expect(200);
    await set(c.ines, 'bram-1', true).expect(200);
    await set(c.chidi, 'bram-1', true).expect(404);
    const marked = async (who: Client) =>
      postsOf(await view(who))
        .filter(({ bookmarked }) => bookmarked)
        .map(({ id }) => id);
    expect([await marked(c.ines), await marked(c.bram), await marked(c.teodora)]).toEqual([
      ['bram-1'],
      [],
      [],
    ]);
    const seen = (await c.teodora.get(`${F}?as=ines&at=${c.server.now + 1000}`)).body as ForumView;
    expect(seen.posts.some(({ bookmarked }) => bookmarked)).toBe(false);
    await set(c.ines, 'bram-1', false).expect(200);
    expect(await marked(c.ines)).toEqual([]);
  });
});

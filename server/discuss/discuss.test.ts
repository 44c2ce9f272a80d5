import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { seenPosts } from '../testing/seenPosts';
import { at, C, F, withForum, words, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
const view = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const ids = (forum: ForumView) => forum.posts.map(({ id }) => id);

describe('the empty place of a removed post', () => {
  it('brings nothing else of its author with it when it changes', async () => {
    const c = await withForum();
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await c.write(c.chidi, 'chidi-1', 8).expect(200);
    await c.write(c.bram, 'answer', 4, 'chidi-1').expect(200);
    await c.write(c.ines, 'below', 4, 'answer').expect(200);
    await c.teodora.send('delete', `${F}/posts/answer`).expect(200);
    const changed = (await c.ines.get(`${F}/changed?posts=answer`).expect(200)).body as ForumView;
    expect(changed.posts.map(({ id, authorId }) => [id, authorId])).toEqual([['answer', null]]);
    expect((await c.teodora.get(`${F}/changed?posts=answer`).expect(200)).text).toContain('bram-1');
    await c.server.close();
  });
});

describe('under the seal', () => {
  let c: Course;
  beforeEach(async () => {
    c = await withForum();
    await c.write(c.bram, 'brams', 8).expect(200);
    await c.write(c.teodora, 'starter', 4, null, true).expect(200);
    await c.write(c.teodora, 'sealed-thread', 4).expect(200);
  });
  afterEach(() => c.server.close());

  it('a student receives the starter and a number, and nothing else by any address', async () => {
    const forum = await view(c.ines);
    expect(ids(forum)).toEqual(['starter']);
    expect(forum.sealed).toMatchObject({ posts: 2, minWords: 5 });
    const text = JSON.stringify(forum);
    expect(text).not.toContain('brams');
    expect(text).not.toContain('sealed-thread');
    for (const path of ['posts/brams/revisions', 'posts/brams/doc'])
      await c.ines.get(`${F}/${path}`).expect(404);
    await c.write(c.ines, 'reply', 5, 'brams').expect(404);
    const list = (await c.ines.get(`${C}/forums`).expect(200)).body.forums[0];
    expect(list).toMatchObject({ posts: 1, sealedPosts: 2, lastAt: forum.posts[0]!.at });
    expect(JSON.stringify((await c.ines.get(`${C}/my-work`)).body)).not.toContain('brams');
  });
  it('a short post leaves it sealed, bringing it to length unseals, later edits do not reseal', async () => {
    expect((await c.write(c.ines, 'mine', 2).expect(200)).body.unsealed).toBe(false);
    expect((await view(c.ines)).sealed).not.toBeNull();
    const edit = (n: number, version: number) =>
      c.ines.send('patch', `${F}/posts/mine`, { version, doc: words(n) });
    expect((await edit(9, 1).expect(200)).body.unsealed).toBe(true);
    expect(ids(await view(c.ines))).toHaveLength(4);
    expect((await edit(1, 2).expect(200)).body.unsealed).toBe(false);
    expect((await view(c.ines)).sealed).toBeNull();
    await c.ines.send('delete', `${F}/posts/mine`).expect(200);
    expect((await view(c.ines)).sealed).not.toBeNull();
  });
  it('a student answers staff below the own post while sealed, not below the starter', async () => {
    await c.write(c.ines, 'mine', 2).expect(200);
    await c.write(c.teodora, 'to-ines', 3, 'mine').expect(200);
    await c.write(c.ines, 'back', 2, 'to-ines').expect(200);
    expect((await c.write(c.ines, 'nope', 4, 'starter').expect(403)).body.code).toBe('sealed');
    expect(ids(await view(c.ines)).sort()).toEqual(['back', 'mine', 'starter', 'to-ines']);
  });
  it('lifts when posting closes', async () => {
    c.server.now = at('03-11 00:00');
    expect(ids(await view(c.ines))).toHaveLength(3);
  });
  it('an image in a sealed post cannot be fetched, and naming it in one’s own post opens nothing', async () => {
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    await c.bram.upload('pict1', png).expect(200);
    const doc = {
      type: 'doc',
      content: [{ type: 'image', attrs: { src: '/api/files/pict1', alt: 'a weir' } }],
    };
    const withPicture = (id: string) => ({ id, parentId: null, doc, starter: false, draft: null });
    await c.bram.send('post', `${F}/posts`, withPicture('shown')).expect(200);
    await c.bram
      .get('/api/files/pict1')
      .expect(200)
      .expect('content-type', 'image/png')
      .expect('x-content-type-options', 'nosniff');
    await c.ines.get('/api/files/pict1').expect(404);
    expect(
      (await c.ines.send('post', `${F}/posts`, withPicture('thief')).expect(422)).body.errors[0].field,
    ).toBe('doc');
    await c.ines.get('/api/files/pict1').expect(404);
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.ines.get('/api/files/pict1').expect(200);
    const fake = await c.bram.upload('pict2', Buffer.from('<svg onload=alert(1)>')).expect(415);
    expect(fake.body.code).toBe('notTaken');
  });
});

describe('writing', () => {
  let c: Course;
  beforeEach(async () => {
    c = await withForum({ seal: null });
  });
  afterEach(() => c.server.close());

  it('takes the same post twice as one, and refuses someone else’s id', async () => {
    await c.write(c.ines, 'twice', 6).expect(200);
    await c.write(c.ines, 'twice', 6).expect(200);
    expect(ids(await view(c.ines))).toEqual(['twice']);
    expect((await c.write(c.bram, 'twice', 6).expect(409)).body.code).toBe('idTaken');
  });
  it('refuses an empty post, a post of 1 MB, and one that is too long', async () => {
    expect((await c.write(c.ines, 'empty', 0).expect(422)).body.errors[0].field).toBe('doc');
    const long = await c.ines
      .send('post', `${F}/posts`, {
        id: 'long1',
        parentId: null,
        doc: words(40_000),
        starter: false,
        draft: null,
      })
      .expect(422);
    expect(long.body.errors[0].message).toContain('too long');
    await c.ines
      .send('post', `${F}/posts`, {
        id: 'long2',
        parentId: null,
        doc: words(200_000),
        starter: false,
        draft: null,
      })
      .expect(413);
  });
  it('keeps a conversation 300 answers deep in reading order', async () => {
    await c.write(c.ines, 'deep0', 6).expect(200);
    for (let i = 1; i <= 300; i++)
      await c.write(i % 2 ? c.bram : c.ines, `deep${i}`, 4, `deep${i - 1}`).expect(200);
    expect(ids(await view(c.chidi))).toEqual(Array.from({ length: 301 }, (_, i) => `deep${i}`));
  }, 60_000);
  it('removes what nobody has answered, and keeps an empty place where something stands below', async () => {
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.write(c.bram, 'answer', 4, 'mine').expect(200);
    expect((await c.ines.send('delete', `${F}/posts/mine`).expect(403)).body.code).toBe('answered');
    await c.teodora.send('delete', `${F}/posts/mine`).expect(200);
    const place = seenPosts(await view(c.chidi)).find(({ id }) => id === 'mine')!;
    expect(place).toMatchObject({ as: 'place', author: null, words: 0 });
    expect(seenPosts(await view(c.ines)).find(({ id }) => id === 'mine')).toMatchObject({
      as: 'text',
      removed: true,
    });
    await c.write(c.bram, 'below', 4, 'mine').expect(403);
    await c.teodora.send('post', `${F}/posts/mine/restore`).expect(200);
    expect(seenPosts(await view(c.chidi)).find(({ id }) => id === 'mine')!.as).toBe('text');
  });
  it('catches two edits of one version, and shows every version to staff and its author only', async () => {
    await c.write(c.ines, 'mine', 6).expect(200);
    const edit = (n: number, version: number) =>
      c.ines.send('patch', `${F}/posts/mine`, { version, doc: words(n) });
    await edit(7, 1).expect(200);
    expect((await edit(8, 1).expect(409)).body.current.version).toBe(2);
    for (const who of [c.teodora, c.ines]) {
      const { body } = await who.get(`${F}/posts/mine/revisions`).expect(200);
      expect(body.revisions.map((r: { words: number }) => r.words)).toEqual([6, 7]);
    }
    await c.bram.get(`${F}/posts/mine/revisions`).expect(404);
    expect(seenPosts(await view(c.bram))[0]).toMatchObject({ revisions: 0, slot: null });
    await c.bram.send('patch', `${F}/posts/mine`, { version: 2, doc: words(5) }).expect(403);
  });
  it('keeps drafts per person until they are sent', async () => {
    await c.ines.send('put', `${F}/drafts/open`, { doc: words(4) }).expect(200);
    expect((await view(c.ines)).drafts).toMatchObject([{ key: 'open' }]);
    expect((await view(c.bram)).drafts).toEqual([]);
    expect((await c.ines.get(`${C}/my-work`)).body.forums[0].draftWords).toBe(4);
    await c.ines
      .send('post', `${F}/posts`, {
        id: 'sent',
        parentId: null,
        doc: words(6),
        starter: false,
        draft: 'open',
      })
      .expect(200);
    expect((await view(c.ines)).drafts).toEqual([]);
    await c.ines.send('put', `${F}/drafts/bad%20key`, { doc: words(4) }).expect(422);
  });
  it('lets only staff open starters', async () => {
    expect((await c.write(c.ines, 'start', 6, null, true).expect(422)).body.errors[0].field).toBe('starter');
  });
  it('knows nothing of other courses, forums or posts', async () => {
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.ines.get(`${C}/forums/nowhere`).expect(404);
    await c.ines.get('/api/courses/elsewhere/forums/floodplain').expect(404);
    await c.write(c.bram, 'lost', 4, 'nopost').expect(404);
    await c.bram.send('patch', `${F}/posts/nopost`, { version: 1, doc: words(3) }).expect(404);
    await c.bram.send('post', `${F}/posts/mine/restore`).expect(404);
  });
});

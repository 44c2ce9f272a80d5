import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { newForum } from '../../contract/newForum';
import { textOf } from '../../core/text/textOf';
import type { RichNode } from '../../core/text/richText';
import { seenPosts } from '../testing/seenPosts';
import { C, F, withForum, words, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
afterEach(() => c.server.close());
const view = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const htmlOf = async (who: Client, id: string) =>
  seenPosts(await view(who)).find((post) => post.id === id)?.html ?? '';
const post = (who: Client, id: string, doc: RichNode, parentId: string | null = null, more: object = {}) =>
  who.send('post', `${F}/posts`, { id, parentId, doc, starter: false, draft: null, ...more });
const field = (answer: { body: { errors?: { field: string }[] } }) => answer.body.errors?.[0]?.field;

describe('drafts', () => {
  beforeEach(async () => {
    const { allowed } = newForum().rules;
    c = await withForum({ seal: null, allowed: { ...allowed, attach: true } });
  });
  const keep = (who: Client, key: string, doc: RichNode, attachments: object[] = []) =>
    who.send('put', `${F}/drafts/${key}`, { doc, attachments });
  it('are kept with their files, and tell staff when the last was kept', async () => {
    await c.ines.upload('notes1', Buffer.from('a few words'), 'notes.txt').expect(200);
    await keep(c.ines, 'open', textOf('Begun'), [{ id: 'notes1', alt: 'My notes' }]).expect(200);
    const kept = c.server.now;
    const [draft] = (await view(c.ines)).drafts;
    expect(draft).toMatchObject({
      key: 'open',
      attachments: [{ id: 'notes1', name: 'notes.txt', alt: 'My notes' }],
    });
    expect((await view(c.bram)).drafts).toEqual([]);
    c.server.now += 5 * 60_000;
    await post(c.ines, 'ines-1', words(8), null, {
      draft: 'open',
      attachments: [{ id: 'notes1', alt: 'My notes' }],
    }).expect(200);
    expect((await view(c.ines)).drafts).toEqual([]);
    const of = async (who: Client) => seenPosts(await view(who)).find(({ id }) => id === 'ines-1')!;
    expect((await of(c.teodora)).draftKeptAt).toBe(kept);
    expect((await of(c.bram)).draftKeptAt).toBeNull();
    expect((await of(c.bram)).attachments).toMatchObject([{ id: 'notes1', alt: 'My notes' }]);
  });
  it('that arrive after their post was sent are not kept any more', async () => {
    const draft = { doc: words(8), postId: 'ines-1' };
    await c.ines.send('put', `${F}/drafts/open`, draft).expect(200);
    expect((await view(c.ines)).drafts).toMatchObject([{ key: 'open', postId: 'ines-1' }]);
    await c.ines
      .send('post', `${F}/posts`, {
        id: 'ines-1',
        parentId: null,
        doc: words(8),
        starter: false,
        draft: 'open',
      })
      .expect(200);
    const late = await c.ines.send('put', `${F}/drafts/open`, draft).expect(200);
    expect(late.body.sent).toBe(true);
    expect((await view(c.ines)).drafts).toEqual([]);
    const change = { doc: words(9), version: 1 };
    await c.ines.send('patch', `${F}/posts/ines-1`, change).expect(200);
    expect((await c.ines.send('put', `${F}/drafts/edit:ines-1`, change).expect(200)).body.sent).toBe(true);
    expect((await view(c.ines)).drafts).toEqual([]);
    // Of someone else's post an id tells nothing.
    expect((await c.bram.send('put', `${F}/drafts/open`, draft).expect(200)).body.sent).toBe(false);
  });
  it('are not written over by another tab or machine that did not know of them', async () => {
    const save = (said: string, after: number | null) =>
      c.ines.send('put', `${F}/drafts/open`, { doc: textOf(said), postId: 'ines-1', after });
    const { savedAt } = (await save('from one tab', null).expect(200)).body;
    c.server.now += 1000;
    const { body } = await save('from another', null).expect(409);
    expect(body).toMatchObject({ code: 'conflict', current: { savedAt, doc: textOf('from one tab') } });
    await save('from one tab', null).expect(200);
    c.server.now += 1000;
    const kept = (await view(c.ines)).drafts[0]!.savedAt;
    await save('from one tab, going on', kept).expect(200);
  });
  it('are listed in My work, and name nobody whose post may not be read', async () => {
    await post(c.bram, 'bram-1', words(8)).expect(200);
    await keep(c.ines, 'answer:bram-1', textOf('I wonder whether')).expect(200);
    await keep(c.ines, 'answer:guessed-1', textOf('Guessing')).expect(404);
    const drafts = async () =>
      (await c.ines.get(`${C}/my-work`).expect(200)).body.drafts as {
        key: string;
        to: string | null;
        words: number;
      }[];
    expect((await drafts()).find(({ key }) => key === 'answer:bram-1')).toMatchObject({
      to: 'bram Example',
      words: 3,
    });
    expect(await drafts()).toHaveLength(1);
    await c.teodora.send('delete', `${F}/posts/bram-1`).expect(200);
    expect((await drafts()).every(({ to }) => to === null)).toBe(true);
  });
});

describe('what a post would count as', () => {
  const would = async (who: Client, query = '') =>
    (await who.get(`${F}/would${query}`).expect(200)).body.steps as {
      fromWords: number;
      slot: { kind: string; state: string } | null;
      reason: string | null;
    }[];
  beforeEach(async () => {
    c = await withForum({ seal: null });
  });
  it('is told by words, for an opening, an answer, and an edit', async () => {
    expect((await would(c.ines)).map(({ fromWords, slot }) => [fromWords, slot?.kind, slot?.state])).toEqual([
      [1, 'initial', 'short'],
      [5, 'initial', 'met'],
    ]);
    await post(c.bram, 'bram-1', words(8)).expect(200);
    expect(
      (await would(c.ines, '?answers=bram-1')).map(({ fromWords, slot }) => [
        fromWords,
        slot?.kind,
        slot?.state,
      ]),
    ).toEqual([
      [1, 'reply', 'short'],
      [3, 'reply', 'met'],
    ]);
    await post(c.ines, 'ines-1', words(2)).expect(200);
    expect((await would(c.ines, '?edits=ines-1')).at(-1)!.slot).toMatchObject({
      kind: 'initial',
      state: 'met',
    });
    await post(c.teodora, 'staff-1', words(8)).expect(200);
    expect((await would(c.ines, '?answers=staff-1'))[0]).toMatchObject({ slot: null, reason: 'toStaff' });
  });
  it('is asked of students, about posts they may read, and of edits of their own', async () => {
    await post(c.bram, 'bram-1', words(8)).expect(200);
    expect(await would(c.teodora)).toEqual([]);
    await c.ines.get(`${F}/would?edits=bram-1`).expect(404);
    await c.ines.get(`${F}/would?answers=nothing-1`).expect(404);
  });
});

describe('removing with undo', () => {
  beforeEach(async () => {
    c = await withForum({ seal: null });
    await post(c.ines, 'ines-1', words(8)).expect(200);
  });
  const restore = (who: Client) => who.send('post', `${F}/posts/ines-1/restore`);
  it('an author takes back their own removal, and nobody else’s', async () => {
    await c.ines.send('delete', `${F}/posts/ines-1`).expect(200);
    await restore(c.bram).expect(404);
    await restore(c.ines).expect(200);
    expect(seenPosts(await view(c.bram))[0]).toMatchObject({ id: 'ines-1', removed: false });
    await c.teodora.send('delete', `${F}/posts/ines-1`).expect(200);
    expect((await restore(c.ines).expect(403)).body.detail).toContain('Staff removed this post');
  });
  it('not once posting has closed', async () => {
    await c.ines.send('delete', `${F}/posts/ines-1`).expect(200);
    c.server.now += 20 * 24 * 3600_000;
    await restore(c.ines).expect(403);
  });
});

describe('bad input', () => {
  beforeEach(async () => {
    c = await withForum({ seal: null });
  });
  /** A PNG that says how large it is, and holds nothing. */
  function png(width: number, height: number): Buffer {
    const head = Buffer.alloc(33);
    head.write('\x89PNG\r\n\x1a\n', 0, 'latin1');
    head.writeUInt32BE(13, 8);
    head.write('IHDR', 12, 'latin1');
    head.writeUInt32BE(width, 16);
    head.writeUInt32BE(height, 20);
    head.set([8, 6, 0, 0, 0], 24);
    return Buffer.concat([head, Buffer.from('\0\0\0\0IEND\xaeB`\x82', 'latin1')]);
  }
  it('an image of absurd dimensions is refused, with what would be right', async () => {
    await c.ines.upload('fine1', png(400, 300)).expect(200);
    for (const [width, height] of [
      [60_000, 10],
      [10_000, 10_000],
      [0, 0],
    ] as const) {
      const answer = await c.ines.upload('absurd', png(width, height)).expect(422);
      expect(field(answer)).toBe('file');
    }
  });
  it('a file of 50 MB is refused where the forum takes less, and one beyond every limit at once', async () => {
    const { allowed } = newForum().rules;
    await c.server.close();
    c = await withForum({ seal: null, allowed: { ...allowed, attach: true } });
    await c.ines.upload('large1', Buffer.alloc(50_000_000, 'river '), 'notes.txt').expect(200);
    const answer = await post(c.ines, 'ines-1', words(8), null, { attachments: [{ id: 'large1' }] }).expect(
      422,
    );
    expect(answer.body.errors[0]).toMatchObject({
      field: 'attachments',
      message: expect.stringContaining('at most'),
    });
    const huge = await c.ines.upload('huge1', Buffer.alloc(101_000_000, 'river '), 'notes.txt').expect(413);
    expect(field(huge)).toBe('file');
  });
  it('sound alone is told from video by its tracks, whatever bytes its sound has', async () => {
    const webm = (codec: string) =>
      Buffer.concat([
        Buffer.from([0x1a, 0x45, 0xdf, 0xa3, 0x87, 0x42, 0x82, 0x84]),
        Buffer.from(`webm ${codec} `),
        Buffer.from([0x1f, 0x43, 0xb6, 0x75]),
        Buffer.from('V_ occurs here by chance'),
      ]);
    expect((await c.ines.upload('sound1', webm('A_OPUS')).expect(200)).body).toMatchObject({
      type: 'audio/webm',
      kind: 'audio',
    });
    expect((await c.ines.upload('video1', webm('V_VP8 A_OPUS')).expect(200)).body).toMatchObject({
      type: 'video/webm',
      kind: 'video',
    });
  });
  it('a word of 10,000 letters, text from right to left, and emoji are kept as they are', async () => {
    const text = `${'a'.repeat(10_000)} مدينة على النهر 👩‍👩‍👧‍👦 שלום`;
    const { body } = await post(c.ines, 'ines-1', textOf(text)).expect(200);
    expect(body.words).toBe(5);
    expect(await htmlOf(c.bram, 'ines-1')).toContain('مدينة على النهر 👩‍👩‍👧‍👦 שלום');
  });
  it('an answer to a post that was removed meanwhile is refused, and the same post sent twice is one', async () => {
    await post(c.bram, 'bram-1', words(8)).expect(200);
    await c.bram.send('delete', `${F}/posts/bram-1`).expect(200);
    await post(c.ines, 'late-1', words(8), 'bram-1').expect(404);
    for (let n = 0; n < 3; n++) await post(c.ines, 'ines-1', words(8)).expect(200);
    expect(seenPosts(await view(c.bram)).filter(({ id }) => id === 'ines-1')).toHaveLength(1);
  });
  it('texts are asked for by id, some at once; nonsense is named', async () => {
    await post(c.bram, 'bram-1', words(8)).expect(200);
    const bodies = async (posts: string) => c.ines.get(`${F}/bodies?posts=${posts}`);
    expect((await bodies('bram-1,nothing-1,bram-1')).body.bodies).toHaveLength(1);
    for (const posts of ['', 'a b', Array.from({ length: 101 }, (_, n) => `post${n}`).join()])
      expect(field(await bodies(posts))).toMatch(/^posts/);
  });
});

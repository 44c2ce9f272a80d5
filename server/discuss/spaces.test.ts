import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { seenPosts } from '../testing/seenPosts';
import { textOf } from '../../core/text/textOf';
import { at, C, F, settings, withForum, words, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
let dalia: Client;
beforeEach(async () => {
  c = await withForum();
  dalia = await c.server.as('dalia');
});
afterEach(() => c.server.close());
const make = (id: string, change: Parameters<typeof settings>[0]) =>
  c.teodora
    .send('put', `${C}/forums/${id}/settings`, { version: 0, settings: settings(change, id), publish: true })
    .expect(200);
const write = (who: Client, forum: string, id: string, more: object = {}, n = 8) =>
  who.send('post', `${C}/forums/${forum}/posts`, {
    id,
    parentId: null,
    doc: words(n),
    starter: false,
    draft: null,
    ...more,
  });
const see = async (who: Client, forum: string) =>
  (await who.get(`${C}/forums/${forum}`).expect(200)).body as ForumView;
const ids = (forum: ForumView) => forum.posts.map(({ id }) => id).sort();

describe('questions', () => {
  const questions = ['peak', 'cause'].map((id) => ({ id, retired: false, text: textOf(`About the ${id}?`) }));
  beforeEach(() => make('asks', { openings: 'answerQuestions', questions }));
  it('are sealed and unsealed one by one', async () => {
    await write(c.bram, 'asks', 'b-peak', { questionId: 'peak' }).expect(200);
    await write(c.bram, 'asks', 'b-cause', { questionId: 'cause' }).expect(200);
    const before = await see(c.ines, 'asks');
    expect(ids(before)).toEqual([]);
    expect(before.questions.map(({ sealed, sealedPosts }) => [sealed, sealedPosts])).toEqual([
      [true, 1],
      [true, 1],
    ]);
    expect((await write(c.ines, 'asks', 'i-peak', { questionId: 'peak' }).expect(200)).body.unsealed).toBe(
      false,
    );
    const after = await see(c.ines, 'asks');
    expect(ids(after)).toEqual(['b-peak', 'i-peak']);
    expect(after.questions.map(({ sealed }) => sealed)).toEqual([false, true]);
    expect(JSON.stringify(after)).not.toContain('b-cause');
    await c.ines.get(`${C}/forums/asks/posts/b-cause/revisions`).expect(404);
    expect((await write(c.ines, 'asks', 'reply', { parentId: 'b-peak' }).expect(200)).status).toBe(200);
    expect(seenPosts(await see(c.bram, 'asks')).find(({ id }) => id === 'reply')!.questionId).toBe('peak');
  });
  it('an opening post names its question; an answer names none; other forums have none', async () => {
    expect((await write(c.ines, 'asks', 'none').expect(422)).body.errors[0].field).toBe('questionId');
    expect(
      (await write(c.ines, 'asks', 'oddly', { questionId: 'other' }).expect(422)).body.errors[0].field,
    ).toBe('questionId');
    await write(c.ines, 'asks', 'mine', { questionId: 'peak' }).expect(200);
    await write(c.ines, 'asks', 'more', { parentId: 'mine', questionId: 'cause' }).expect(422);
    await write(c.ines, 'floodplain', 'else', { questionId: 'peak' }).expect(422);
    expect((await write(c.teodora, 'asks', 'staff').expect(422)).body.errors[0].field).toBe('questionId');
  });
});

describe('sections apart', () => {
  beforeEach(() => make('apart', { readers: 'section', openSpacesAfterClose: true }));
  it('read their own; staff move between them and write into one or all', async () => {
    await write(c.ines, 'apart', 'm-ines').expect(200);
    await write(c.bram, 'apart', 'e-bram').expect(200);
    await write(c.teodora, 'apart', 'for-all').expect(200);
    await write(c.teodora, 'apart', 'for-evening', { spaceId: 'evening' }).expect(200);
    await write(c.teodora, 'apart', 'for-nobody', { spaceId: 'midnight' }).expect(422);
    expect(ids(await see(c.ines, 'apart'))).toEqual(['for-all', 'm-ines']);
    expect(ids(await see(c.bram, 'apart'))).toEqual(['e-bram', 'for-all', 'for-evening']);
    expect((await see(c.ines, 'apart')).spaces).toMatchObject([{ id: 'morning', mine: true }]);
    expect((await see(c.teodora, 'apart')).spaces.map(({ id, posts }) => [id, posts])).toEqual([
      ['morning', 1],
      ['evening', 2],
    ]);
    await write(c.chidi, 'apart', 'm-chidi').expect(200);
    await write(c.chidi, 'apart', 'answer', { parentId: 'for-all' }).expect(200);
    expect(ids(await see(c.bram, 'apart'))).not.toContain('answer');
    await write(c.bram, 'apart', 'peek', { parentId: 'm-ines' }).expect(404);
  });
  it('may read each other once posting has closed, where the forum says so', async () => {
    await write(c.ines, 'apart', 'm-ines').expect(200);
    await write(c.bram, 'apart', 'e-bram').expect(200);
    c.server.now = at('03-11 00:00');
    const seen = await see(c.ines, 'apart');
    expect(ids(seen)).toEqual(['e-bram', 'm-ines']);
    expect(seen.spaces.map(({ id }) => id)).toEqual(['morning', 'evening']);
  });
});

describe('a journal', () => {
  beforeEach(() =>
    make('journal', {
      readers: 'staff',
      openings: 'threadsFreely',
      seal: null,
      required: { ...settings().rules.required, initialRequired: 0, replies: 0, posts: 2 },
      evaluation: null,
    }),
  );
  it('is its student’s and staff’s; staff say whose they write in', async () => {
    await write(c.bram, 'journal', 'b-entry').expect(200);
    expect((await write(c.teodora, 'journal', 'nobodys').expect(422)).body.errors[0].field).toBe('spaceId');
    await write(c.teodora, 'journal', 'to-bram', { spaceId: 'bram' }).expect(200);
    expect(ids(await see(c.bram, 'journal'))).toEqual(['b-entry', 'to-bram']);
    expect(ids(await see(c.ines, 'journal'))).toEqual([]);
    await write(c.ines, 'journal', 'peek', { parentId: 'b-entry' }).expect(404);
    const lines = (await c.ines.get(`${C}/forums`)).body.forums;
    expect(lines.find(({ id }: { id: string }) => id === 'journal')).toMatchObject({
      posts: 0,
      lastAt: null,
    });
  });
  it('of another section is not for an assistant limited to one', async () => {
    await write(c.ines, 'journal', 'i-entry').expect(200);
    await write(c.bram, 'journal', 'b-entry').expect(200);
    const seen = await see(c.pilar, 'journal');
    expect(ids(seen)).toEqual(['b-entry']);
    expect(seen.spaces.map(({ id }) => id)).toEqual(['bram', 'dalia']);
    await write(c.pilar, 'journal', 'to-ines', { spaceId: 'ines' }).expect(404);
    await c.pilar.get(`${C}/forums/journal/posts/i-entry/revisions`).expect(404);
  });
});

describe('approval', () => {
  beforeEach(() => make('held', { hold: 'first' }));
  const decide = (who: Client, post: string, action: 'approve' | 'return', reason: string | null = null) =>
    who.send('post', `${C}/forums/held/actions`, { action, posts: [post], reason });
  it('holds the first post of each student, shows it to its author and staff, and unseals for the author', async () => {
    expect((await write(c.ines, 'held', 'mine').expect(200)).body.unsealed).toBe(true);
    await write(c.bram, 'held', 'brams').expect(200);
    expect(ids(await see(c.ines, 'held'))).toEqual(['mine']);
    expect((await see(c.ines, 'held')).slots[0]!.state).toBe('pending');
    expect(seenPosts(await see(c.teodora, 'held')).map(({ waiting }) => waiting)).toEqual(['held', 'held']);
    await decide(c.ines, 'mine', 'approve').expect(404);
    await decide(c.teodora, 'brams', 'approve').expect(200);
    expect(ids(await see(c.ines, 'held'))).toEqual(['brams', 'mine']);
    expect((await see(c.bram, 'held')).slots[0]!.state).toBe('met');
    await write(c.bram, 'held', 'second').expect(200);
    expect(seenPosts(await see(c.bram, 'held')).find(({ id }) => id === 'second')!.waiting).toBeNull();
  });
  it('gives back with a reason only its author reads; sent again it waits again', async () => {
    await write(c.ines, 'held', 'mine').expect(200);
    c.server.now += 1000;
    await decide(c.teodora, 'mine', 'return', ' ').expect(422);
    await decide(c.teodora, 'mine', 'return', 'Name your source.').expect(200);
    const mine = seenPosts(await see(c.ines, 'held'))[0]!;
    expect(mine).toMatchObject({ waiting: 'returned', returnedWhy: 'Name your source.' });
    expect((await see(c.ines, 'held')).sealed).not.toBeNull();
    expect((await decide(c.teodora, 'mine', 'approve').expect(200)).body).toMatchObject({
      changed: [],
      passed: [{ why: 'does not wait for approval any more', posts: ['mine'] }],
    });
    c.server.now += 1000;
    await c.ines.send('patch', `${C}/forums/held/posts/mine`, { version: 1, doc: words(9) }).expect(200);
    expect(seenPosts(await see(c.ines, 'held'))[0]!.waiting).toBe('held');
    expect(JSON.stringify(await see(dalia, 'held'))).not.toContain('Name your source');
  });
});

describe('attachments, nods and ratings', () => {
  const pdf = Buffer.from('%PDF-1.4\n1 0 obj\n<<>>\nendobj\ntrailer\n<<>>\n%%EOF\n');
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  it('are taken as the forum allows, by content and not by name', async () => {
    await make('files', {
      allowed: {
        ...settings().rules.allowed,
        attach: true,
        attachments: { kinds: ['document'], number: 1, megabytes: 1 },
      },
    });
    await c.ines.upload('doc1', pdf, 'notes.pdf').expect(200);
    await c.ines.upload('pic1', png, 'notes.pdf').expect(200);
    await c.ines.upload('html', Buffer.from('<html><script>alert(1)</script></html>'), 'a.txt').expect(415);
    await c.ines.upload('exe1', Buffer.from([77, 90, 0, 3, 0, 0, 0, 4]), 'a.pdf').expect(415);
    const field = async (attachments: string[], forum = 'files') =>
      (await write(c.ines, forum, 'try1', { attachments: attachments.map((id) => ({ id })) })).body
        .errors?.[0].field;
    expect(await field(['pic1'])).toBe('attachments');
    expect(await field(['doc1', 'pic1'])).toBe('attachments');
    expect(await field(['doc1'], 'floodplain')).toBe('attachments');
    expect(await field(['other'])).toBe('doc');
    await write(c.ines, 'files', 'mine', { attachments: [{ id: 'doc1' }] }).expect(200);
    expect(seenPosts(await see(c.ines, 'files'))[0]!.attachments).toMatchObject([
      { id: 'doc1', name: 'notes.pdf', type: 'application/pdf' },
    ]);
    await c.bram.get('/api/files/doc1').expect(404);
    await write(c.bram, 'files', 'brams').expect(200);
    const got = await c.bram.get('/api/files/doc1').expect(200);
    expect(got.headers['content-disposition']).toContain('attachment');
    expect(got.headers['x-content-type-options']).toBe('nosniff');
    await c.ines
      .send('patch', `${C}/forums/files/posts/mine`, { version: 1, doc: words(8), attachments: [] })
      .expect(200);
    expect(seenPosts(await see(c.ines, 'files')).find(({ id }) => id === 'mine')!.attachments).toEqual([]);
  });
  it('sound and documents of students do not slip into the text', async () => {
    await c.ines.upload('doc1', pdf, 'notes.pdf').expect(200);
    const doc = {
      type: 'doc',
      content: [{ type: 'media', attrs: { src: '/api/files/doc1', kind: 'document', name: 'notes.pdf' } }],
    };
    expect((await write(c.ines, 'floodplain', 'mine', { doc }).expect(422)).body.errors[0].field).toBe('doc');
    await c.teodora.upload('doc2', pdf, 'plan.pdf').expect(200);
    const own = {
      ...doc,
      content: [{ type: 'media', attrs: { src: '/api/files/doc2', kind: 'document', name: 'plan.pdf' } }],
    };
    await write(c.teodora, 'floodplain', 'staff', { doc: own, starter: true }).expect(200);
    expect(seenPosts(await see(c.ines, 'floodplain'))[0]!.html).toContain('download="plan.pdf"');
    await c.ines.get('/api/files/doc2').expect(200);
  });
  it('a required attachment is met by one, and by nothing else', async () => {
    await make('files', {
      required: { ...settings().rules.required, attachment: 1 },
      allowed: { ...settings().rules.allowed, attach: true },
    });
    await write(c.ines, 'files', 'mine').expect(200);
    const state = async () =>
      (await see(c.ines, 'files')).slots.find(({ kind }) => kind === 'attachment')!.state;
    expect(await state()).toBe('open');
    await c.ines.upload('doc1', pdf, 'notes.pdf').expect(200);
    await c.ines
      .send('patch', `${C}/forums/files/posts/mine`, {
        version: 1,
        doc: words(8),
        attachments: [{ id: 'doc1' }],
      })
      .expect(200);
    expect(await state()).toBe('met');
  });
  const nod = (who: Client, forum: string, post: string, value: number | null) =>
    who.send('put', `${C}/forums/${forum}/posts/${post}/nod`, { value });
  it('private nods are told to the author and staff, and one’s own to oneself', async () => {
    await make('nods', {
      seal: null,
      allowed: { ...settings().rules.allowed, approve: 'nods', approveShown: 'private' },
    });
    await write(c.ines, 'nods', 'mine').expect(200);
    await nod(c.ines, 'nods', 'mine', 1).expect(403);
    await nod(c.bram, 'nods', 'mine', 4).expect(422);
    await nod(c.bram, 'nods', 'mine', 1).expect(200);
    await nod(c.bram, 'nods', 'mine', 1).expect(200);
    const of = async (who: Client) => seenPosts(await see(who, 'nods'))[0]!.nods;
    expect(await of(c.bram)).toMatchObject({ mine: 1, count: null });
    expect(await of(c.chidi)).toMatchObject({ mine: null, count: null });
    expect(await of(c.ines)).toMatchObject({ mine: null, count: 1 });
    expect(await of(c.teodora)).toMatchObject({ count: 1 });
    await nod(c.bram, 'nods', 'mine', null).expect(200);
    expect(await of(c.ines)).toMatchObject({ count: 0 });
    await nod(c.bram, 'floodplain', 'mine', 1).expect(404);
  });
  it('ratings in the open have a mean; under the seal nothing can be rated', async () => {
    await make('rated', {
      allowed: { ...settings().rules.allowed, approve: 'ratings', approveShown: 'open' },
    });
    await write(c.ines, 'rated', 'mine').expect(200);
    await nod(c.bram, 'rated', 'mine', 4).expect(404);
    await write(c.bram, 'rated', 'brams').expect(200);
    await write(c.chidi, 'rated', 'chidis').expect(200);
    await nod(c.bram, 'rated', 'mine', 4).expect(200);
    await nod(c.chidi, 'rated', 'mine', 5).expect(200);
    await nod(c.chidi, 'rated', 'mine', 6).expect(422);
    const { nods } = seenPosts(await see(c.bram, 'rated')).find(({ id }) => id === 'mine')!;
    expect(nods).toMatchObject({ mine: 4, count: 2, mean: 450 });
    const plain = (await c.ines.get(F).expect(200)).body as ForumView;
    expect(plain.approve).toBe('off');
  });
});

import { afterEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { DeskView, DocketView } from '../../contract/evaluate';
import type { ModerateView } from '../../contract/moderate';
import { reachedIn } from '../readMarks/received';
import { seenPosts } from '../testing/seenPosts';
import { at, C, F, withForum, words, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const forumFor = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const seen = async (who: Client) => seenPosts(await forumFor(who));
const ids = async (who: Client) => (await seen(who)).map(({ id }) => id);
const acts = (who: Client, action: string, posts: string[], more: object = {}) =>
  who.send('post', `${F}/actions`, { action, posts, ...more });

/** Ines and Bram have opened the seal; Bram has answered Ines, and Chidi answered Bram. */
async function talk() {
  c = await withForum();
  for (const [who, id] of [
    [c.ines, 'ines-1'],
    [c.bram, 'bram-1'],
    [c.chidi, 'chidi-1'],
  ] as const) {
    await c.write(who, id, 8).expect(200);
    c.server.now += 1000;
  }
  await c.write(c.bram, 'bram-2', 4, 'ines-1').expect(200);
  await c.write(c.chidi, 'chidi-2', 4, 'bram-2').expect(200);
  c.server.now += 1000;
}

describe('acting on posts', () => {
  it('removes a branch with a reason its authors and staff read, and puts it back', async () => {
    await talk();
    const { body } = await acts(c.teodora, 'remove', ['bram-2'], { below: true, reason: 'Not here.' }).expect(
      200,
    );
    expect(body).toEqual({ changed: ['bram-2', 'chidi-2'], passed: [] });
    expect(await ids(c.ines)).not.toContain('bram-2');
    const own = (await seen(c.bram)).find(({ id }) => id === 'bram-2')!;
    expect(own.removed).toBe(true);
    expect(own.removal).toMatchObject({ why: 'Not here.', by: { id: 'teodora' } });
    expect((await seen(c.teodora)).find(({ id }) => id === 'chidi-2')!.removal!.why).toBe('Not here.');
    // Who it was taken from may not take it back.
    await c.bram.send('post', `${F}/posts/bram-2/restore`).expect(403);
    c.server.now += 1000;
    await acts(c.teodora, 'restore', body.changed as string[]).expect(200);
    expect(await ids(c.ines)).toContain('chidi-2');
  });
  it('passes over what someone else got to first, and says so', async () => {
    await talk();
    const anselm = await c.server.as('anselm');
    const [one, other] = await Promise.all([
      acts(c.teodora, 'remove', ['ines-1', 'bram-1']),
      acts(anselm, 'remove', ['bram-1', 'chidi-1']),
    ]);
    const changed = [...(one.body.changed as string[]), ...(other.body.changed as string[])].sort();
    expect(changed).toEqual(['bram-1', 'chidi-1', 'ines-1']);
    expect([...one.body.passed, ...other.body.passed]).toEqual([
      { why: 'is removed already', posts: ['bram-1'] },
    ]);
  });
  it('holds a post that stands, and lets it out again with its times', async () => {
    await talk();
    await acts(c.teodora, 'hold', ['bram-2']).expect(200);
    expect(await ids(c.ines)).toEqual(expect.not.arrayContaining(['bram-2', 'chidi-2']));
    // Whoever wrote below keeps their own.
    expect(await ids(c.chidi)).toContain('chidi-2');
    const before = (await seen(c.teodora)).find(({ id }) => id === 'bram-2')!;
    expect(before.waiting).toBe('held');
    c.server.now += 1000;
    await acts(c.teodora, 'approve', ['bram-2']).expect(200);
    const after = (await seen(c.ines)).find(({ id }) => id === 'bram-2')!;
    expect(after.createdAt).toBe(before.createdAt);
  });
  it('gives back with a reason only, and the author sends it again', async () => {
    c = await withForum({ hold: 'all' });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const none = await acts(c.teodora, 'return', ['ines-1']).expect(422);
    expect(none.body.errors[0].field).toBe('reason');
    c.server.now += 1000;
    await acts(c.teodora, 'return', ['ines-1'], { reason: 'Name the reading.' }).expect(200);
    const own = (await seen(c.ines)).find(({ id }) => id === 'ines-1')!;
    expect([own.waiting, own.returnedWhy]).toEqual(['returned', 'Name the reading.']);
    c.server.now += 1000;
    await c.ines.send('patch', `${F}/posts/ines-1`, { version: 1, doc: words(12) }).expect(200);
    const { body } = await c.teodora.get(`${F}/moderate`).expect(200);
    const waiting = (body as ModerateView).waiting.find(({ id }) => id === 'ines-1')!;
    expect(waiting).toMatchObject({ words: 12, returnedWhy: 'Name the reading.', since: c.server.now });
  });
  it('takes thousands at once, and refuses what is no list of posts', async () => {
    await talk();
    const many = Array.from({ length: 9_990 }, (_, n) => `nowhere-${n}`);
    const { body } = await acts(c.teodora, 'remove', [...many, 'ines-1']).expect(200);
    expect(body.changed).toEqual(['ines-1']);
    expect(body.passed[0].posts).toHaveLength(9_990);
    for (const posts of [[], Array.from({ length: 10_001 }, (_, n) => `nowhere-${n}`)])
      expect((await acts(c.teodora, 'remove', posts).expect(422)).body.errors[0].field).toBe('posts');
    await acts(c.teodora, 'burn', ['ines-1']).expect(422);
  });
});

describe('an aside', () => {
  const write = (who: Client, id: string, parentId: string | null, aside: boolean) =>
    who.send('post', `${F}/posts`, {
      id,
      parentId,
      doc: words(5, 'quietly'),
      starter: false,
      aside,
      draft: null,
    });
  it('is read by its two sides, with everything below it, and by nobody else', async () => {
    await talk();
    await write(c.teodora, 'aside', 'bram-2', true).expect(200);
    await write(c.bram, 'aside-answer', 'aside', false).expect(200);
    expect(await ids(c.bram)).toEqual(expect.arrayContaining(['aside', 'aside-answer']));
    expect(await ids(c.ines)).toEqual(expect.not.arrayContaining(['aside', 'aside-answer']));
    const post = (await seen(c.teodora)).find(({ id }) => id === 'aside-answer')!;
    expect(post.asideWith!.id).toBe('bram');
    // Pilar works with Bram's section, not with Chidi's.
    expect(await ids(c.pilar)).toContain('aside');
    await write(c.teodora, 'aside-2', 'chidi-1', true).expect(200);
    expect(await ids(c.pilar)).not.toContain('aside-2');
  });
  it('is staff’s, below a student’s post', async () => {
    await talk();
    expect((await write(c.ines, 'x-aside', 'bram-1', true).expect(403)).body.code).toBe('staffOnly');
    await c.write(c.teodora, 'by-staff', 5, 'ines-1').expect(200);
    expect((await write(c.teodora, 'y-aside', 'by-staff', true).expect(403)).body.code).toBe('noAsideHere');
    const opening = await write(c.teodora, 'z-aside', null, true).expect(422);
    expect(opening.body.errors[0].field).toBe('aside');
  });
});

describe('changing a student’s text', () => {
  const edit = (who: Client, post: string, version: number, n = 9) =>
    who.send('patch', `${F}/posts/${post}`, { version, doc: words(n, 'mended') });
  it('is kept as a version by staff, shown to all, and counts for nothing', async () => {
    await talk();
    const doc = await c.teodora.get(`${F}/posts/ines-1/doc`).expect(200);
    await edit(c.teodora, 'ines-1', doc.body.version as number, 2).expect(200);
    const post = (await seen(c.bram)).find(({ id }) => id === 'ines-1')!;
    expect(post.editedBy!.id).toBe('teodora');
    const { slots } = await forumFor(c.ines);
    expect(slots[0]).toMatchObject({ kind: 'initial', state: 'met' });
    const { body } = await c.ines.get(`${F}/posts/ines-1/revisions`).expect(200);
    expect(body.revisions).toMatchObject([{ byStaff: false }, { byStaff: true, author: { id: 'teodora' } }]);
  });
  it('is refused to students, to an assistant of another section, and on a version that is not the newest', async () => {
    await talk();
    await edit(c.bram, 'ines-1', 1).expect(403);
    await c.bram.get(`${F}/posts/ines-1/doc`).expect(404);
    await edit(c.pilar, 'ines-1', 1).expect(403);
    await edit(c.pilar, 'bram-1', 1).expect(200);
    const conflict = await edit(c.teodora, 'bram-1', 1, 7).expect(409);
    expect(conflict.body.code).toBe('conflict');
  });
});

describe('an assistant limited to a section', () => {
  it('moderates the posts of its students, and of nobody else; nothing of it is offered', async () => {
    await talk();
    for (const act of ['hold', 'remove']) {
      const { body } = await acts(c.pilar, act, ['ines-1', 'bram-1']).expect(200);
      expect(body).toEqual({
        changed: ['bram-1'],
        passed: [{ why: 'is for staff of another section', posts: ['ines-1'] }],
      });
      c.server.now += 1000;
    }
    await acts(c.pilar, 'restore', ['bram-1']).expect(200);
    await c.pilar.send('delete', `${F}/posts/ines-1`).expect(403);
    await c.pilar.send('put', `${F}/posts/bram-2/frozen`, { frozen: true }).expect(403);
    await c.pilar.send('put', `${F}/posts/bram-1/frozen`, { frozen: true }).expect(200);
    await c.pilar.send('put', `${F}/frozen`, { frozen: true }).expect(403);
    const move = { parentId: null, questionId: null };
    await c.pilar.send('put', `${F}/posts/bram-2/place`, move).expect(403);
    const aside = {
      id: 'aside-1',
      parentId: 'ines-1',
      doc: words(4),
      starter: false,
      aside: true,
      draft: null,
    };
    await c.pilar.send('post', `${F}/posts`, aside).expect(403);
    await c.write(c.pilar, 'answer', 4, 'ines-1').expect(200);
    const may = (await seen(c.pilar)).find(({ id }) => id === 'ines-1')!.may;
    expect([may.moderate.yes, may.aside.yes, may.remove.yes, may.answer.yes]).toEqual([
      false,
      false,
      false,
      true,
    ]);
  });
});

describe('freezing', () => {
  it('a thread stops students there, and nowhere else', async () => {
    await talk();
    await c.teodora.send('put', `${F}/posts/bram-2/frozen`, { frozen: true }).expect(200);
    const refused = await c.write(c.chidi, 'late', 5, 'ines-1').expect(403);
    expect(refused.body.code).toBe('threadFrozen');
    await c.write(c.chidi, 'else', 5, 'bram-1').expect(200);
    await c.write(c.teodora, 'staff', 5, 'ines-1').expect(200);
    const post = (await seen(c.ines)).find(({ id }) => id === 'ines-1')!;
    expect([post.frozen, post.may.edit.yes]).toEqual([true, false]);
    c.server.now += 1000;
    await c.teodora.send('put', `${F}/posts/ines-1/frozen`, { frozen: false }).expect(200);
    await c.write(c.chidi, 'late', 5, 'ines-1').expect(200);
  });
  it('a forum stops all students at once; what they send meanwhile is refused with the reason', async () => {
    await talk();
    await c.teodora.send('put', `${F}/frozen`, { frozen: true }).expect(200);
    expect((await c.write(c.ines, 'late', 5, 'bram-1').expect(403)).body.code).toBe('phase');
    expect((await forumFor(c.ines)).reason).toEqual({ code: 'frozen' });
    await c.teodora.send('put', `${F}/frozen`, { frozen: false }).expect(200);
    await c.write(c.ines, 'late', 5, 'bram-1').expect(200);
  });
});

describe('moving a branch', () => {
  const move = (who: Client, post: string, parentId: string | null) =>
    who.send('put', `${F}/posts/${post}/place`, { parentId });
  it('has it count where it stands, and goes back', async () => {
    await talk();
    await c.write(c.teodora, 'by-staff', 5).expect(200);
    await c.write(c.ines, 'ines-2', 6, 'by-staff').expect(200);
    const replies = async () =>
      (await forumFor(c.ines)).slots.filter(({ kind }) => kind === 'reply').map(({ state }) => state);
    expect(await replies()).toEqual(['open']);
    const { body } = await move(c.teodora, 'ines-2', 'bram-1').expect(200);
    expect(body).toEqual({ parentId: 'by-staff', questionId: null, posts: 1 });
    expect(await replies()).toEqual(['met']);
    await move(c.teodora, 'ines-2', 'by-staff').expect(200);
    expect(await replies()).toEqual(['open']);
  });
  it('takes along what stands below, and what is written to it meanwhile', async () => {
    await talk();
    await move(c.teodora, 'bram-2', null).expect(200);
    await c.write(c.ines, 'ines-3', 5, 'chidi-2').expect(200);
    const posts = await seen(c.ines);
    expect(posts.find(({ id }) => id === 'bram-2')!.opens).toBe(true);
    expect(posts.map(({ id }) => id).slice(-3)).toEqual(['bram-2', 'chidi-2', 'ines-3']);
  });
  it('is refused below itself, to what is not there, and to students', async () => {
    await talk();
    const below = await move(c.teodora, 'ines-1', 'chidi-2').expect(422);
    expect(below.body.errors[0].field).toBe('parentId');
    await move(c.teodora, 'ines-1', 'nowhere').expect(422);
    await move(c.teodora, 'nowhere', 'ines-1').expect(404);
    await move(c.ines, 'ines-1', 'bram-1').expect(404);
  });
});

describe('what staff look after', () => {
  it('lists unanswered posts by thread, and every student with what they did', async () => {
    await talk();
    const { body } = await c.teodora.get(`${F}/moderate`).expect(200);
    const { threads, students } = body as ModerateView;
    expect(threads.map(({ id, unanswered }) => [id, unanswered.map((post) => post.id)])).toEqual([
      ['ines-1', ['chidi-2']],
      ['bram-1', ['bram-1']],
      ['chidi-1', ['chidi-1']],
    ]);
    const of = (id: string) => students.find(({ student }) => student.id === id)!;
    expect(of('dalia')).toMatchObject({ posts: 0, answered: 0, asked: true });
    expect(of('bram')).toMatchObject({ posts: 2, answered: 1, unanswered: ['bram-1'] });
    expect(of('ines')).toMatchObject({ posts: 1, answered: 0 });
  });
  it('shows an assistant their own students only', async () => {
    await talk();
    const { body } = await c.pilar.get(`${F}/moderate`).expect(200);
    expect((body as ModerateView).students.map(({ student }) => student.id).sort()).toEqual([
      'bram',
      'dalia',
    ]);
  });
});

describe('evidence', () => {
  const sealed = { seal: { minWords: 1, lift: 'never' as const } };
  it('lays side by side what opened the seal and what stands, with what was read between', async () => {
    c = await withForum(sealed);
    await c.write(c.ines, 'ines-1', 20).expect(200);
    c.server.now += 1000;
    await c.write(c.chidi, 'chidi-1', 20).expect(200);
    c.server.now += 60_000;
    await c.write(c.bram, 'bram-1', 2).expect(200);
    const seenByBram = await ids(c.bram);
    expect(seenByBram).toContain('ines-1');
    c.server.now += 60_000;
    await c.bram.send('patch', `${F}/posts/bram-1`, { version: 1, doc: words(30, 'other') }).expect(200);
    c.server.now += 60_000;
    const { body } = await c.teodora.get(`${F}/evidence`).expect(200);
    expect(body.rows[0]).toMatchObject({
      student: { id: 'bram' },
      marks: ['changed', 'fewWords'],
      first: { postId: 'bram-1', number: 1, words: 2 },
      final: { postId: 'bram-1', number: 2, words: 30 },
      differs: { words: 32, share: 10_000 },
      couldRead: 2,
      received: 2,
    });
    const one = await c.teodora.get(`${F}/evidence/bram`).expect(200);
    expect(one.body.compared.map(({ kind }: { kind: string }) => kind)).toEqual(['removed', 'added']);
    expect(one.body.between).toMatchObject([
      { postId: 'ines-1', author: { id: 'ines' }, receivedAt: at('03-02 12:01') + 1000 },
      { postId: 'chidi-1', author: { id: 'chidi' } },
    ]);
    const marked = (await seen(c.teodora)).filter(({ marks }) => marks.length > 0);
    expect(marked.map(({ id }) => id)).toEqual(['bram-1']);
    expect((await seen(c.bram)).every(({ marks }) => marks.length === 0)).toBe(true);
    const { rows } = (await c.teodora.get(`${F}/docket`).expect(200)).body as DocketView;
    expect(rows.filter(({ marks }) => marks.length > 0)).toMatchObject([
      { student: { id: 'bram' }, marks: ['changed', 'fewWords'] },
    ]);
    const desk = (await c.teodora.get(`${F}/docket/bram`).expect(200)).body as DeskView;
    expect(desk.posts.map(({ marks }) => marks)).toEqual([['changed', 'fewWords']]);
  });
  it('writes down nothing that a student was not sent, nor what staff saw through their eyes', async () => {
    c = await withForum(sealed);
    await c.write(c.ines, 'ines-1', 20).expect(200);
    await c.write(c.bram, 'bram-1', 2).expect(200);
    await c.teodora.get(`${F}?as=bram&at=${c.server.now}`).expect(200);
    expect(await reachedIn(c.server.db, 'bram', 'floodplain')).toEqual([]);
    await c.bram.get(`${C}/search?find=river`).expect(200);
    expect(await reachedIn(c.server.db, 'bram', 'floodplain')).toMatchObject([{ postId: 'ines-1' }]);
  });
  it('is kept from an assistant who does not work with the student', async () => {
    c = await withForum(sealed);
    await c.write(c.ines, 'ines-1', 20).expect(200);
    await c.write(c.bram, 'bram-1', 2).expect(200);
    expect((await c.pilar.get(`${F}/evidence`).expect(200)).body.rows).toHaveLength(1);
    await c.pilar.get(`${F}/evidence/ines`).expect(404);
  });
});

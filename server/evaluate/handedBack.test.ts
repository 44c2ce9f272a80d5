import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView } from '../../contract/evaluate';
import type { ScoresView } from '../../contract/scores';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);
const deskOf = async (student = 'ines', who: Client = c.teodora) =>
  (await who.get(`${F}/docket/${student}`).expect(200)).body as DeskView;
const save = async (change: object, student = 'ines', who: Client = c.teodora) =>
  who.send('put', `${F}/docket/${student}/score`, {
    version: (await deskOf(student, who)).score.version,
    decisions: { parts: { initial: { points: 500 } }, adjustment: null, override: null },
    remark: null,
    give: false,
    ...change,
  });
const scoreOf = async (who: Client) =>
  ((await who.get(`${C}/scores`).expect(200)).body as ScoresView).items[0]!;
const release = (released = true) =>
  c.teodora.send('put', `${F}/released`, { students: ['ines'], released }).expect(200);
/** The words of the post that is commented on. */
const words = async () => {
  const { posts } = await deskOf();
  return posts[0]!.html.replace(/<[^>]+>/g, '').slice(0, 12);
};
const passage = async (change: object = {}) => ({
  id: 'passage-1',
  postId: 'ines-i',
  text: await words(),
  nth: 0,
  comment: 'Whose number is this?',
  ...change,
});

beforeEach(async () => {
  c = await withForum();
  await c.write(c.ines, 'ines-i', 6).expect(200);
  await c.write(c.bram, 'bram-i', 6).expect(200);
  await c.write(c.ines, 'ines-r', 4, 'bram-i').expect(200);
  await c.write(c.bram, 'bram-r', 4, 'ines-r').expect(200);
  c.server.now = at('03-09 12:00');
});
afterEach(() => c.server.close());

describe('comments on passages', () => {
  it('are kept as they are typed, and reach the student in place with the released score', async () => {
    const one = await passage();
    expect((await save({ passages: [one] })).body.score.passages).toEqual([one]);
    await save({ give: true });
    expect((await scoreOf(c.ines)).posts).toEqual([]);
    await release();
    expect((await scoreOf(c.ines)).posts).toMatchObject([{ id: 'ines-i', passages: [one] }]);
    // What is typed after the score was given waits for the next time it is given.
    await save({ passages: [{ ...one, comment: 'Changed' }] });
    expect((await scoreOf(c.ines)).posts[0]!.passages[0]!.comment).toBe('Whose number is this?');
    await release(false);
    expect((await scoreOf(c.ines)).posts).toEqual([]);
  });
  it('may mean the whole post', async () => {
    expect((await save({ passages: [await passage({ text: '' })] })).status).toBe(200);
  });
  it.each([
    ['words that do not stand there', { text: 'nothing like it' }, 'passages.0.text'],
    ['a post of someone else', { postId: 'bram-i' }, 'passages.0.postId'],
    ['a post that is not there', { postId: 'nowhere' }, 'passages.0.postId'],
    ['a comment that is too long', { comment: 'x'.repeat(4001) }, 'passages.0.comment'],
  ])('are refused on %s', async (_what, change, field) => {
    const { status, body } = await save({ passages: [await passage(change)] });
    expect(status).toBe(422);
    expect(body.errors[0].field).toBe(field);
  });
});

describe('files that go with a score', () => {
  it('are fetched by staff, and by the student once the score is released', async () => {
    await c.teodora.upload('sound-remark', PNG, 'remark.png').expect(200);
    expect((await save({ files: ['sound-remark'], give: true })).body.score.files).toMatchObject([
      { id: 'sound-remark', name: 'remark.png' },
    ]);
    const file = '/api/files/sound-remark';
    const anselm = await c.server.as('anselm');
    await anselm.get(file).expect(200);
    await c.ines.get(file).expect(404);
    await release();
    await c.ines.get(file).expect(200);
    expect((await scoreOf(c.ines)).files).toMatchObject([{ id: 'sound-remark' }]);
    await c.bram.get(file).expect(404);
    const pilar = await c.server.as('pilar');
    await pilar.get(file).expect(404);
  });
  it('are one’s own, or stand there already', async () => {
    await c.bram.upload('of-bram', PNG).expect(200);
    expect((await save({ files: ['of-bram'] })).status).toBe(422);
    await c.teodora.upload('of-teodora', PNG).expect(200);
    await save({ files: ['of-teodora'] });
    const anselm = await c.server.as('anselm');
    expect((await save({ files: ['of-teodora'] }, 'ines', anselm)).status).toBe(200);
  });
  it('are left as they are by who says nothing of them', async () => {
    await c.teodora.upload('of-teodora', PNG).expect(200);
    await save({ files: ['of-teodora'], passages: [await passage()] });
    const { score } = (await save({ give: true })).body as DeskView;
    expect([score.files.length, score.passages.length]).toEqual([1, 1]);
  });
});

describe('the pages', () => {
  it('hold the branch around a post, and count the answers to it', async () => {
    const { posts } = await deskOf();
    expect(posts.map(({ id, received }) => [id, received])).toEqual([
      ['ines-i', 0],
      ['ines-r', 1],
    ]);
    const { body } = await c.teodora.get(`${F}/docket/ines/around/ines-r`).expect(200);
    expect(body.above.map((each: { id: string; own: boolean }) => [each.id, each.own])).toEqual([
      ['bram-i', false],
    ]);
    expect(body.below.map((each: { id: string }) => each.id)).toEqual(['bram-r']);
    await c.teodora.get(`${F}/docket/ines/around/bram-i`).expect(404);
    await c.ines.get(`${F}/docket/ines/around/ines-r`).expect(404);
  });
  it('say what changed since the score, and that it stands', async () => {
    await save({ give: true });
    c.server.now += 60_000;
    await c.write(c.ines, 'ines-r2', 4, 'bram-i').expect(200);
    c.server.now += 60_000;
    const changed = await deskOf();
    expect(changed.state).toBe('changed');
    expect(changed.posts.map(({ id, since }) => [id, since])).toEqual([
      ['ines-i', null],
      ['ines-r', null],
      ['ines-r2', 'written'],
    ]);
    const stands = (version: number) => c.teodora.send('put', `${F}/docket/ines/confirmed`, { version });
    await stands(changed.score.version + 1).expect(409);
    const { body } = await stands(changed.score.version).expect(200);
    expect(body).toMatchObject({ state: 'given', score: { points: changed.score.points } });
    await c.teodora.send('put', `${F}/docket/dalia/confirmed`, { version: 0 }).expect(404);
  });
});

describe('two at work on one score', () => {
  it('one releases while the other scores: nothing is lost, and nothing conflicts', async () => {
    await save({ give: true });
    const { score } = await deskOf();
    await release();
    const { body } = await c.teodora
      .send('put', `${F}/docket/ines/score`, {
        version: score.version,
        decisions: { parts: { initial: { points: 300 } }, adjustment: null, override: null },
        remark: null,
        give: true,
      })
      .expect(200);
    expect(body.score.releasedAt).not.toBeNull();
    expect((await scoreOf(c.ines)).points).toBe(body.score.points);
  });
  it('a remark of a megabyte is refused with what would be right, and what stood before stands', async () => {
    const text = 'river '.repeat(175_000);
    const remark = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
    };
    const { status, body } = await save({ remark });
    expect(status).toBe(413);
    expect(body.detail).toMatch(/too long.*at most/);
    expect((await deskOf()).score).toMatchObject({ version: 0, remark: null });
  });
  it('a criterion that was taken away meanwhile is named, with what to do', async () => {
    const { body } = await save({
      decisions: { parts: { gone: { points: 100 } }, adjustment: null, override: null },
    });
    expect(body.errors[0]).toMatchObject({
      field: 'decisions.parts.gone',
      message: 'This part is no longer in the forum. Reload the page.',
    });
  });
});

import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Endpoint } from '../../contract/endpoint';
import { endpoints } from '../../contract/openapi';
import type { DeskView, DocketView } from '../../contract/evaluate';
import { textOf } from '../../core/text/textOf';
import { at, C, F, withForum } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
const HIDDEN = '?names=hidden';
const docket = async (query = HIDDEN) =>
  (await c.teodora.get(`${F}/docket${query}`).expect(200)).body as DocketView;
const desk = async (id: string, query = HIDDEN) =>
  (await c.teodora.get(`${F}/docket/${id}${query}`).expect(200)).body as DeskView;
/** The alias of whoever wrote so many posts. */
const aliasWith = async (posts: number) =>
  (await docket()).rows.find((row) => row.posts === posts)!.student.id;
const give = (id: string, version: number, more: object = {}) =>
  c.teodora.send('put', `${F}/docket/${id}/score`, {
    version,
    decisions: { parts: { initial: { points: 500 } }, adjustment: null, override: null },
    remark: textOf('{given name}, well said.'),
    give: true,
    ...more,
  });
const NAMES = /\b(ines|bram|chidi|dalia)\b/i;
const plain = (value: unknown) => JSON.stringify(value);

beforeEach(async () => {
  c = await withForum();
  await c.write(c.ines, 'post-1', 6).expect(200);
  await c.write(c.bram, 'post-2', 6).expect(200);
  await c.write(c.ines, 'post-3', 4, 'post-2').expect(200);
  c.server.now = at('03-09 12:00');
});
afterEach(() => c.server.close());

describe('names hidden until scores are given', () => {
  it('stand nowhere in the docket or on the Desk, nor in what its total is worked out from', async () => {
    expect(plain(await docket(''))).toMatch(NAMES);
    const hidden = await docket();
    expect(plain(hidden)).not.toMatch(NAMES);
    expect(hidden.forum.names).toBe('hidden');
    expect(hidden.rows.every(({ section, groups }) => section === null && groups.length === 0)).toBe(true);
    const view = await desk(await aliasWith(2));
    expect(view).toMatchObject({ covered: true, section: null });
    expect(plain(view)).not.toMatch(NAMES);
    expect(view.posts).toHaveLength(2);
  });
  it('are alike at every visit, in an order that is not that of names', async () => {
    const once = (await docket()).rows.map(({ student }) => student.name);
    expect((await docket()).rows.map(({ student }) => student.name)).toEqual(once);
    expect(once).toEqual(['Student 1', 'Student 2', 'Student 3', 'Student 4']);
  });
  it('come with the score, into the remark too', async () => {
    const alias = await aliasWith(2);
    const kept = (await give(alias, 0, { give: false }).expect(200)).body as DeskView;
    expect(plain(kept)).not.toMatch(NAMES);
    const given = (await give(alias, 1).expect(200)).body as DeskView;
    expect(given).toMatchObject({ covered: false, student: { id: 'ines' } });
    expect(JSON.stringify(given.score.remark)).toContain('ines, well said.');
    const rows = (await docket()).rows;
    expect(rows.filter(({ student }) => NAMES.test(student.id)).map(({ student }) => student.id)).toEqual([
      'ines',
    ]);
  });
  it('are not told to whoever comes second either', async () => {
    const alias = await aliasWith(2);
    await give(alias, 0, { give: false }).expect(200);
    const { body } = await give(alias, 0).expect(409);
    expect(plain(body.current)).not.toMatch(NAMES);
  });
  it('are covered in what is done to many, which reaches those meant', async () => {
    const alias = await aliasWith(2);
    const body = {
      id: 'act-1',
      action: 'remark',
      students: [alias],
      remark: textOf('{given name}!'),
      preview: false,
      names: 'hidden',
    };
    const answer = await c.teodora.send('post', `${F}/docket`, body).expect(200);
    expect(answer.body.changes).toMatchObject([{ student: { id: alias } }]);
    expect(JSON.stringify((await desk('ines', '')).score.remark)).toContain('ines!');
  });
  it('are covered for everyone where the forum says so, whatever is asked', async () => {
    const saved = (await c.teodora.get(`${C}/forums/floodplain/settings`).expect(200)).body;
    const { settings } = saved;
    settings.rules.evaluation.hideNames = true;
    await c.teodora
      .send('put', `${C}/forums/floodplain/settings`, {
        version: saved.version,
        settings,
        publish: false,
        confirmed: true,
      })
      .expect(200);
    const view = await docket('');
    expect(view.forum.names).toBe('hiddenForAll');
    expect(plain(view)).not.toMatch(NAMES);
    // By a real id nobody learns which number someone has, nor does anything to them.
    for (const id of ['ines', 'bram']) {
      for (const query of ['', HIDDEN]) {
        const refused = await c.teodora.get(`${F}/docket/${id}${query}`).expect(403);
        expect(refused.body.code).toBe('namesHidden');
        expect(refused.text).not.toContain('covered-');
      }
      await give(id, 0).expect(403);
      const act = { id: `act-${id}`, action: 'zero', students: [id], preview: true };
      await c.teodora.send('post', `${F}/docket`, act).expect(403);
    }
    expect(plain(await desk(view.rows[0]!.student.id, ''))).not.toMatch(NAMES);
  });
  it('stand behind aliases that nobody makes up', async () => {
    await c.teodora.get(`${F}/docket/covered-0123456789abcdef0123`).expect(404);
    await give('covered-0123456789abcdef0123', 0).expect(404);
    expect(await aliasWith(2)).toMatch(/^covered-[0-9a-f]{20}$/);
    await c.ines.get(`${F}/docket${HIDDEN}`).expect(404);
  });
});

describe('posts of someone whose name is hidden', () => {
  it('have names of their own, by which nothing is found in the conversation', async () => {
    const alias = await aliasWith(2);
    const view = await desk(alias);
    expect(JSON.stringify(view)).not.toMatch(/post-\d/);
    expect(JSON.stringify(await docket())).not.toMatch(/post-\d/);
    const [first, second] = view.posts;
    await c.teodora.get(`${F}/bodies?posts=${first!.id}`).expect(200, { bodies: [] });
    const around = await c.teodora.get(`${F}/docket/${alias}/around/${second!.id}${HIDDEN}`).expect(200);
    expect(around.text).not.toMatch(/post-\d/);
    expect((around.body as { above: unknown[] }).above).toHaveLength(1);
    expect(view.posts.map(({ id }) => id)).toEqual((await desk(alias)).posts.map(({ id }) => id));
  });
  it('are meant by those names: in comments on passages, in versions and in what stands around them', async () => {
    const alias = await aliasWith(2);
    const [first] = (await desk(alias)).posts;
    const passage = { id: 'passage-1', postId: first!.id, text: 'river', nth: 0, comment: 'Which one?' };
    const kept = (await give(alias, 0, { give: false, passages: [passage] }).expect(200)).body as DeskView;
    expect(kept.score.passages).toEqual([passage]);
    const versions = await c.teodora.get(`${F}/docket/${alias}/versions/${first!.id}${HIDDEN}`).expect(200);
    expect(versions.text).not.toMatch(NAMES);
    await c.teodora.get(`${F}/docket/${alias}/versions/post-2${HIDDEN}`).expect(404);
    const given = (await give(alias, 1).expect(200)).body as DeskView;
    expect(given.score.passages.map(({ postId }) => postId)).toEqual(['post-1']);
    expect(given.posts[0]!.id).toBe('post-1');
  });
});

describe('an endpoint that speaks of students to evaluate', () => {
  it('covers names where it takes whether they are shown, or names a student of a docket', () => {
    const takesNames = ({ query, body }: Endpoint) =>
      [query, body].some((schema) => schema instanceof z.ZodObject && 'names' in schema.shape);
    const ofDocket = ({ path }: Endpoint) => path.includes('/docket/:student');
    const forgotten = endpoints.filter((each) => !each.coversNames && (takesNames(each) || ofDocket(each)));
    expect(forgotten.map(({ path }) => path)).toEqual([]);
  });
});

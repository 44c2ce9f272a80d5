import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { SearchHit } from '../../contract/search';
import { textOf } from '../../core/text/textOf';
import { at, C, F, settings, postText, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const find = async (who: Client, words: string, rest = '') =>
  (await who.get(`${C}/search?find=${encodeURIComponent(words)}${rest}`).expect(200)).body as {
    total: number;
    hits: SearchHit[];
  };
const ids = async (who: Client, text: string, rest = '') =>
  (await find(who, text, rest)).hits.map(({ postId }) => postId);

describe('search', () => {
  beforeEach(async () => {
    await postText(c.ines, 'ines-1', 'Zsófia says the river bank gave way twice; the mill stood.');
    await postText(c.bram, 'bram-1', 'The bank of the river is not the river bank of the insurers.');
    await postText(c.ines, 'ines-2', 'Rivers move. Insurers do not.', 'bram-1');
  });
  it('finds words in any order, phrases, beginnings, and takes no notice of accents and case', async () => {
    expect((await ids(c.ines, 'bank river ')).sort()).toEqual(['bram-1', 'ines-1']);
    expect(await ids(c.ines, '"bank of the river"')).toEqual(['bram-1']);
    expect((await ids(c.ines, 'insur')).sort()).toEqual(['bram-1', 'ines-2']);
    expect(await ids(c.ines, 'ZSOFIA')).toEqual(['ines-1']);
    expect(await ids(c.ines, 'river ocean')).toEqual([]);
    expect(await find(c.ines, ' * ')).toEqual({ total: 0, hits: [] });
  });
  it('finds what stands inside Chinese, Japanese and Thai, and shows it as it was written', async () => {
    await postText(c.ines, 'ines-han', '河流每年都会改道，没有人能够拥有它。 One two three four five six.');
    expect((await find(c.ines, '改道')).hits.map(({ postId }) => postId)).toContain('ines-han');
    expect((await find(c.ines, '道改')).hits).toEqual([]);
    const [hit] = (await find(c.ines, '每年')).hits;
    expect(hit!.pieces.map(({ text }) => text).join('')).toContain('河流每年都会改道');
    expect(hit!.pieces.find((piece) => piece.hit)!.text).toBe('每年');
  });
  it('shows where, with author, forum and what was found', async () => {
    const { hits } = await find(c.ines, 'mill ');
    expect(hits[0]).toMatchObject({
      postId: 'ines-1',
      forumId: 'floodplain',
      forum: 'Who owns the floodplain?',
      author: { given: 'ines' },
    });
    expect(hits[0]!.pieces.filter(({ hit }) => hit)).toEqual([{ text: 'mill', hit: true }]);
    expect(hits[0]!.pieces.map(({ text }) => text).join('')).toContain('the mill stood.');
  });
  it('must not find sealed posts, and finds them once they are open', async () => {
    expect(await find(c.chidi, 'river')).toEqual({ total: 0, hits: [] });
    await postText(c.chidi, 'chidi-1', 'I write of something else entirely, at length.');
    expect((await ids(c.chidi, 'river')).sort()).toEqual(['bram-1', 'ines-1', 'ines-2']);
  });
  it('leaves out what was removed, for classmates; staff and the author still find it', async () => {
    await c.teodora.send('delete', `${F}/posts/ines-1`).expect(200);
    expect(await ids(c.bram, 'mill ')).toEqual([]);
    expect(await ids(c.ines, 'mill ')).toEqual(['ines-1']);
    expect(await ids(c.teodora, 'mill ')).toEqual(['ines-1']);
  });
  it('finds the newest text of a post, not the ones before', async () => {
    await c.ines
      .send('patch', `${F}/posts/ines-1`, {
        version: 1,
        doc: textOf('Now it is about reeds and nothing else.'),
      })
      .expect(200);
    expect(await ids(c.bram, 'mill ')).toEqual([]);
    expect(await ids(c.bram, 'reeds ')).toEqual(['ines-1']);
  });
  it('goes over the whole course, or one forum, a page at a time', async () => {
    await c.teodora
      .send('put', `${C}/forums/second/settings`, {
        version: 0,
        settings: settings({ seal: null }, 'Second'),
        publish: true,
      })
      .expect(200);
    await postText(c.bram, 'second-1', 'Another river altogether, in a pipe.', null, `${C}/forums/second`);
    expect((await ids(c.ines, 'river')).sort()).toEqual(['bram-1', 'ines-1', 'ines-2', 'second-1']);
    expect(await ids(c.ines, 'river', '&forum=second')).toEqual(['second-1']);
    const page = await find(c.ines, 'river', '&limit=2&from=2');
    expect([page.total, page.hits.length]).toEqual([4, 2]);
    await c.ines.get(`${C}/search?find=river&forum=nowhere`).expect(404);
    await c.ines.get(`${C}/search?find=river&limit=1000`).expect(422);
    await c.ines.get(`${C}/search`).expect(422);
  });
  it('of one forum gives all its posts by id', async () => {
    const all = async (who: Client, text: string) =>
      (
        (await who.get(`${F}/found?find=${encodeURIComponent(text)}`).expect(200)).body.posts as string[]
      ).sort();
    expect(await all(c.bram, 'river')).toEqual(['bram-1', 'ines-1', 'ines-2']);
    expect(await all(c.chidi, 'river')).toEqual([]);
  });
  it('through someone else’s eyes finds what they would find', async () => {
    c.server.now += 60_000;
    const as = (who: string, t = c.server.now) => `&as=${who}&at=${t}`;
    expect(await ids(c.teodora, 'river', as('chidi'))).toEqual([]);
    expect(await ids(c.teodora, 'mill ', as('ines'))).toEqual(['ines-1']);
    expect(await ids(c.teodora, 'mill ', as('ines', at('03-02 11:00')))).toEqual([]);
    await c.ines.get(`${C}/search?find=river${as('bram')}`).expect(404);
  });
  it('an assistant of large sections finds what they may read, however many students there are', async () => {
    const many = Array.from({ length: 4000 }, (_, n) => `many-${n}`);
    for (let from = 0; from < many.length; from += 500) {
      const some = many.slice(from, from + 500);
      await c.server.db
        .insertInto('person')
        .values(
          some.map((id) => ({
            id,
            email: `${id}@fenwick-hollow.example`,
            given_name: id,
            family_name: 'Example',
            preferred_name: null,
            sortable_name: id,
            password_hash: null,
          })),
        )
        .execute();
      await c.server.db
        .insertInto('member')
        .values(
          some.map((person_id) => ({
            course_id: 'rivers',
            person_id,
            role: 'student' as const,
            section_id: 'evening',
            sections: null,
            student_number: null,
            enrolled_from: at('01-26 08:00'),
            removed_at: null,
          })),
        )
        .execute();
    }
    for (let n = 0; n < 9; n++)
      await c.teodora
        .send('put', `${C}/forums/more-${n}/settings`, {
          version: 0,
          settings: settings({ seal: null }, `More ${n}`),
          publish: true,
        })
        .expect(200);
    expect((await ids(c.pilar, 'river')).sort()).toEqual(['bram-1', 'ines-1', 'ines-2']);
  });
  it('a text that holds the marks of an excerpt breaks nothing', async () => {
    await postText(c.ines, 'ines-9', 'Odd \u0001 and \u0002 \u0002 marks about gauges.', 'bram-1');
    const { hits } = await find(c.bram, 'gauges ');
    expect(hits[0]!.pieces.every(({ text }) => typeof text === 'string')).toBe(true);
  });
  it('never takes what is typed for anything but words', async () => {
    for (const typed of [
      '"',
      "'; DROP TABLE post; --",
      'a NEAR/2 b',
      'text : river',
      '^river',
      'x'.repeat(400),
    ])
      await find(c.ines, typed);
    expect((await ids(c.ines, 'river')).length).toBe(3);
  });
});

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { XMLParser } from 'fast-xml-parser';
import fc from 'fast-check';
import { sql } from 'kysely';
import supertest from 'supertest';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { accessTo } from '../../core/access/accessTo';
import { postsInPlace } from '../../core/access/mayRead';
import { readable, sealedCount } from '../../core/access/readable';
import { approvalAt } from '../../core/course/approval';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { course } from '../../core/testing/fixtures';
import { patience } from '../testing/attack';
import { conversationServer, layOut, READERS, secretOf } from '../testing/layOutConversation';
import { at, C, F, settings, withForum, type Client, type TestServer } from '../testing/testServer';
import { asAtom } from './asAtom';
import { asRss } from './asRss';

const schema = (name: string) => readFileSync(join(import.meta.dirname, '../testing', name), 'utf8');
/** Holds a document to the schema of its kind. */
async function valid(contents: string, name: 'atom.rng' | 'rss.rng'): Promise<void> {
  const { valid: isValid, errors } = await validateXML({
    xml: [{ fileName: 'feed.xml', contents }],
    schema: [schema(name)],
    extension: 'relaxng',
  });
  expect(isValid, JSON.stringify(errors.slice(0, 3))).toBe(true);
}
const parser = new XMLParser({
  ignoreAttributes: false,
  isArray: (name) => ['entry', 'item'].includes(name),
});
interface Entry {
  readonly id: string;
  readonly title: string;
  readonly content: { readonly '#text': string };
}
const entries = (atom: string) =>
  ((parser.parse(atom) as { feed: { entry?: Entry[] } }).feed.entry ?? []) as readonly Entry[];

const SOUND = Buffer.concat([
  Buffer.from([0x1a, 0x45, 0xdf, 0xa3, 0x87, 0x42, 0x82, 0x84]),
  Buffer.from('webm A_OPUS '),
  Buffer.from([0x1f, 0x43, 0xb6, 0x75]),
  Buffer.from('The river, as it sounds at night.'),
]);

describe('the feed of a forum', () => {
  type Course = Awaited<ReturnType<typeof withForum>>;
  let c: Course;
  afterEach(() => c.server.close());

  const get = (address: string) => supertest(c.server.app).get(address.replace('https://juror.example', ''));
  const make = async (who: Client) =>
    (await who.send('post', `${F}/feed`).expect(200)).body as { posts: string; recordings: string };
  const offered = async (more: object = {}) => {
    const { allowed } = settings().rules;
    c = await withForum({ feed: true, allowed: { ...allowed, attach: true }, ...more });
  };
  const record = async (who: Client, id: string) => {
    await who.upload(`${id}-sound`, SOUND, 'night & river.webm').expect(200);
    await who
      .send('post', `${F}/posts`, {
        ...{ id, parentId: null, starter: false, draft: null },
        doc: {
          type: 'doc',
          content: [
            { type: 'paragraph', content: [{ type: 'text', text: 'I <hear> the river at night & day.' }] },
          ],
        },
        attachments: [{ id: `${id}-sound`, alt: 'The river rushes.' }],
      })
      .expect(200);
  };

  it('is not there unless the forum offers it', async () => {
    c = await withForum();
    await c.ines.send('post', `${F}/feed`).expect(404);
  });

  it('holds what its owner may read, as Atom, and recordings as RSS with their length', async () => {
    await offered();
    await record(c.ines, 'by-ines');
    c.server.now = at('03-02 13:00');
    await c.write(c.bram, 'by-bram', 6).expect(200);
    c.server.now = at('03-02 14:00');
    await c.write(c.bram, 'answer', 6, 'by-ines').expect(200);
    const { posts, recordings } = await make(c.ines);
    const atom = await get(posts).expect(200);
    expect(atom.headers['content-type']).toBe('application/atom+xml; charset=utf-8');
    await valid(atom.text, 'atom.rng');
    expect(entries(atom.text).map(({ title }) => title)).toEqual([
      'bram Example replies to ines Example',
      'bram Example',
      'ines Example',
    ]);
    const own = entries(atom.text).at(-1)!;
    expect(own.content['#text']).toContain('I &lt;hear&gt; the river at night &amp; day.');
    const rss = await get(recordings).expect(200);
    await valid(rss.text, 'rss.rng');
    const { item } = (parser.parse(rss.text) as { rss: { channel: { item: Record<string, unknown>[] } } }).rss
      .channel;
    expect(item).toHaveLength(1);
    const enclosure = item[0]!.enclosure as Record<string, string>;
    expect(item[0]!.description).toBe('The river rushes.');
    expect(enclosure).toMatchObject({ '@_type': 'audio/webm', '@_length': String(SOUND.length) });
    // The file is fetched below the secret address, in ranges as players ask.
    const part = await get(enclosure['@_url']!).set('Range', 'bytes=0-3').expect(206);
    expect(part.headers['content-range']).toBe(`bytes 0-3/${SOUND.length}`);
    await get(enclosure['@_url']!.replace('by-ines-sound', 'another-file')).expect(404);
    // What is the same is not sent again.
    await get(posts).set('If-None-Match', atom.headers.etag!).expect(304);
    await c.write(c.chidi, 'by-chidi', 6).expect(200);
    await get(posts).set('If-None-Match', atom.headers.etag!).expect(200);
  });

  it('of somebody who is sealed holds nothing that is, and says how many posts wait', async () => {
    await offered();
    await record(c.ines, 'by-ines');
    const { posts, recordings } = await make(c.bram);
    const sealed = (await get(posts).expect(200)).text;
    await valid(sealed, 'atom.rng');
    expect(entries(sealed)).toEqual([]);
    expect(sealed).toContain('1 post is sealed until your own initial post.');
    expect((await get(recordings).expect(200)).text).not.toContain('enclosure');
    const files = posts.replace('posts.xml', 'files/by-ines-sound');
    await get(files).expect(404);
    await c.write(c.bram, 'by-bram', 6).expect(200);
    await get(files).expect(200);
    const { recordings: heard } = (await c.bram.get(`${F}/recordings`).expect(200)).body as {
      recordings: { author: string; file: { alt: string } }[];
    };
    expect(heard.map(({ author, file }) => [author, file.alt])).toEqual([
      ['ines Example', 'The river rushes.'],
    ]);
    expect((await c.chidi.get(`${F}/recordings`).expect(200)).body).toEqual({ recordings: [] });
    // What a program fetched was received: it stands among what somebody had read.
    expect(entries((await get(posts).expect(200)).text)).toHaveLength(2);
    await c.ines.send('delete', `${F}/posts/by-ines`).expect(200);
    await get(files).expect(404);
    expect(entries((await get(posts).expect(200)).text)).toHaveLength(1);
  });

  it('answers to nobody once it is renewed, withdrawn, no more offered, or its owner is off the roster', async () => {
    await offered();
    const first = await make(c.ines);
    const second = await make(c.ines);
    await get(first.posts).expect(404);
    await get(second.posts).expect(200);
    expect((await c.ines.get(`${F}/feed`).expect(200)).body).toEqual({ madeAt: c.server.now });
    await c.ines.send('delete', `${F}/feed`).expect(200);
    await get(second.posts).expect(404);
    const third = await make(c.ines);
    const rows = await c.server.db.selectFrom('feed_address').selectAll().execute();
    expect(JSON.stringify(rows)).not.toContain(third.posts.split('/')[4]);
    const ofBram = await make(c.bram);
    await c.server.db.updateTable('member').set({ removed_at: 1 }).where('person_id', '=', 'ines').execute();
    c.server.courses.forget('rivers');
    await get(third.posts).expect(404);
    await get(ofBram.posts).expect(200);
    const kept = (await c.teodora.get(`${F}/settings`).expect(200)).body as {
      version: number;
      settings: ReturnType<typeof settings>;
    };
    const off = { ...kept.settings, rules: { ...kept.settings.rules, feed: false } };
    await c.teodora
      .send('put', `${F}/settings`, { version: kept.version, settings: off, publish: false, confirmed: true })
      .expect(200);
    await get(ofBram.posts).expect(404);
    await get(ofBram.recordings).expect(404);
    await get(ofBram.posts.replace('posts.xml', 'files/by-ines-sound')).expect(404);
  });
});

describe('any feed', () => {
  let server: TestServer;
  let clients: ReadonlyMap<string, Client>;
  beforeAll(async () => {
    ({ server, clients } = await conversationServer());
  }, 60_000);
  afterAll(() => server.close());

  it(
    'holds exactly what its owner may read: no sealed post, no aside, nothing held or returned, of no random conversation',
    async () => {
      let hidden = 0;
      await fc.assert(
        fc.asyncProperty(conversation, async ({ f, posts: sketched }) => {
          const { forum, posts } = await layOut(server, f, sketched);
          await sql`UPDATE forum SET rules = json_set(rules, '$.feed', json('true')) WHERE id = ${forum.id}`.execute(
            server.db,
          );
          server.courses.forget('rivers');
          const data = course({ students: people, forums: [forum], posts, groups });
          const placed = postsInPlace(posts, T);
          for (const person of READERS) {
            const access = accessTo(data, forum, person, T);
            const sees = readable(access, placed);
            const isAbsent = access.kind === 'student' && access.phase === 'absent';
            const made = await clients
              .get(person.id)!
              .send('post', `${C}/forums/${forum.id}/feed`)
              .expect(isAbsent ? 404 : 200);
            if (isAbsent) continue;
            const feed = (made.body as { posts: string }).posts.replace('https://juror.example', '');
            const { text } = await supertest(server.app).get(feed).expect(200);
            const told = new Set(entries(text).map(({ id }) => id.split('#post-')[1]));
            for (const place of placed) {
              const post = posts.find(({ id }) => id === place.id)!;
              const stands = approvalAt(post, T);
              const belongs =
                sees.get(place.id) === 'text' &&
                !place.removed &&
                place.asideWith === null &&
                stands !== 'held' &&
                stands !== 'returned';
              expect([person.id, place.id, told.has(place.id)]).toEqual([person.id, place.id, belongs]);
              if (sees.get(place.id) === 'text') continue;
              hidden++;
              expect(text).not.toContain(place.id);
              expect(text).not.toContain(secretOf(place.id));
            }
            const waiting = sealedCount(access, placed);
            expect(text.includes('sealed until')).toBe(waiting > 0);
          }
        }),
        { numRuns: 25 },
      );
      expect(hidden).toBeGreaterThan(50);
    },
    patience(120_000),
  );

  it('is well formed and as its schema says, whatever people write', async () => {
    const text = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 60 }),
      fc.constantFrom(']]>', '<b>&amp;', '\u0000\u0007x', '\ud800', '" onload="x'),
    );
    const recording = fc.record({
      address: fc.constant('https://juror.example/feeds/abc/files/one'),
      type: fc.constantFrom('audio/webm', 'video/mp4'),
      size: fc.nat(),
      name: text,
      seconds: fc.option(fc.nat({ max: 9000 })),
      transcript: text,
    });
    const feed = fc.record({
      title: text,
      subtitle: text,
      forumAddress: fc.constant('https://juror.example/c/rivers/discuss/floodplain'),
      updatedAt: fc.nat(),
      posts: fc.array(
        fc.record({
          address: fc.constant('https://juror.example/c/rivers/discuss/floodplain#post-one'),
          title: text,
          author: text,
          html: text,
          createdAt: fc.nat(),
          updatedAt: fc.nat(),
          recordings: fc.array(recording, { maxLength: 2 }),
        }),
        { maxLength: 3 },
      ),
    });
    await fc.assert(
      fc.asyncProperty(feed, async (each) => {
        await valid(asAtom(each, 'https://juror.example/feeds/abc/posts.xml'), 'atom.rng');
        await valid(asRss(each, 'https://juror.example/feeds/abc/recordings.xml'), 'rss.rng');
      }),
      { numRuns: 15 },
    );
  }, 60_000);
});

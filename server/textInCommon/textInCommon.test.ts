import { afterEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { getEarlierCourses, getInCommon, InCommonPair } from '../../contract/textInCommon';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { toJson } from '../db/json';
import { receivedIsWritten } from '../readMarks/received';
import { docxOf, pdfOf } from '../testing/readings';
import { at, C, F, keepToEvening, settings, withForum, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const SAID =
  'The old weir at the mill holds the water back so that the meadow above it floods every second spring.';
const OTHER =
  'What a bridge costs the town nobody has ever told us in the hearing, not once in all these long years.';
const own = (n: number) =>
  [
    'Nobody asked the farmers downstream before the first stone was laid.',
    'My street has flooded twice since I moved here and will again.',
    'Owning land near water means owing something to whoever lives below.',
    'I would rather pay for a levee than explain another drowned cellar.',
  ][n - 1]!;

const say = (who: Client, id: string, text: string, more: object = {}, forum = F) => {
  c.server.now += 60_000;
  return who
    .send('post', `${forum}/posts`, {
      ...{ id, parentId: null, doc: textOf(text), starter: false, draft: null },
      ...more,
    })
    .expect(200);
};
const change = (who: Client, id: string, text: string, version = 1) => {
  c.server.now += 60_000;
  return who.send('patch', `${F}/posts/${id}`, { version, doc: textOf(text) }).expect(200);
};
const list = async (who: Client, query = '') =>
  (await who.get(`${C}/in-common${query}`).expect(200)).body as AnswerOf<typeof getInCommon>;
const pair = async (who: Client, one: string, other: string) =>
  (await who.get(`${C}/in-common/${one}/${other}`).expect(200)).body as InCommonPair;
/** Saves the forum with something else in its settings. */
const set = async (more: object) => {
  const { version, settings: now } = (await c.teodora.get(`${F}/settings`).expect(200)).body;
  await c.teodora
    .send('put', `${F}/settings`, {
      ...{ version, publish: true, confirmed: true },
      settings: { ...now, ...more },
    })
    .expect(200);
};
const named = async (who: Client, query = '') =>
  (await list(who, query)).rows.map(({ one, other }) => `${one.postId} ${other.postId}`);

describe('text in common', () => {
  it('is found, laid side by side, and said what the later one could read', async () => {
    c = await withForum();
    await say(c.ines, 'ines-1', `${SAID} ${own(1)}`);
    await say(c.bram, 'bram-1', `${own(2)} ${SAID}`);
    const { rows, of, posts } = await list(c.teodora);
    expect({ of, posts }).toEqual({ of: 1, posts: 2 });
    expect(rows[0]).toMatchObject({
      one: { postId: 'ines-1', student: { id: 'ines' }, forum: { id: 'floodplain' }, course: null },
      other: { postId: 'bram-1', student: { id: 'bram' } },
      words: 20,
      longest: 20,
      // The seal kept it from Bram until he had written.
      reach: 'couldNot',
      group: null,
      aside: null,
    });
    const seen = await pair(c.teodora, 'bram-1', 'ines-1');
    expect(seen.texts.other.map(({ text, passage }) => [text, passage])).toEqual([
      [`${own(2)} `, null],
      [SAID.slice(0, -1), 0],
      ['.', null],
    ]);
    expect(seen.passages).toMatchObject([
      {
        words: 20,
        first: 'one',
        source: { postId: 'ines-1' },
        then: { postId: 'bram-1' },
        reach: 'couldNot',
      },
    ]);
    expect(seen.close).toBeGreaterThan(4000);
  });

  it('says what had reached a student, what was only open to them, and what not', async () => {
    c = await withForum();
    await say(c.ines, 'ines-1', SAID);
    await say(c.bram, 'bram-1', own(1));
    await say(c.chidi, 'chidi-1', own(2));
    // Bram opens the forum; Chidi does not.
    await c.bram.get(`${F}`).expect(200);
    await c.bram.get(`${F}/bodies?posts=ines-1`).expect(200);
    await receivedIsWritten(c.server.db);
    await change(c.bram, 'bram-1', SAID);
    await change(c.chidi, 'chidi-1', `${own(3)} ${SAID}`);
    const reach = async () =>
      Object.fromEntries(
        (await list(c.teodora)).rows.map((row) => [`${row.one.postId} ${row.other.postId}`, row.reach]),
      );
    expect(await reach()).toMatchObject({ 'ines-1 bram-1': 'received', 'ines-1 chidi-1': 'couldRead' });
    expect((await list(c.teodora)).groups).toEqual([{ number: 1, students: 3 }]);
  });

  it('is decided by the settings as they were then', async () => {
    c = await withForum({ seal: null });
    await say(c.ines, 'ines-1', SAID);
    c.server.now += 60_000;
    await set({ rules: settings({ seal: { minWords: null, lift: 'never' } }).rules });
    await say(c.bram, 'bram-1', SAID);
    expect((await list(c.teodora)).rows[0]!.reach).toBe('couldRead');
  });

  it('leaves out quotations, what was given, and what is answered', async () => {
    c = await withForum();
    await say(c.teodora, 'staff-1', SAID, { starter: true });
    await say(c.ines, 'ines-1', SAID);
    await say(c.bram, 'bram-1', `${own(1)} ${SAID}`);
    expect(await named(c.teodora)).toEqual([]);
    const other = OTHER;
    await change(c.ines, 'ines-1', other);
    const quoted = { type: 'doc', content: [quotationNode('ines-1', 2, other), ...textOf(own(4)).content!] };
    await say(c.bram, 'bram-2', '', { parentId: 'ines-1', doc: quoted });
    await say(c.bram, 'bram-3', other, { parentId: 'ines-1' });
    expect(await named(c.teodora)).toEqual([]);
    await say(c.bram, 'bram-4', other);
    expect(await named(c.teodora)).toEqual(['ines-1 bram-4']);
  });

  it('is put aside with a reason, and returns when a text changes', async () => {
    c = await withForum();
    await say(c.ines, 'ines-1', SAID);
    await say(c.bram, 'bram-1', SAID);
    const aside = (reason: unknown) =>
      c.teodora.send('put', `${C}/in-common/ines-1/bram-1/aside`, { reason });
    expect((await aside('').expect(422)).body.errors[0].message).toBe(
      'Write why you put it aside, for colleagues and for yourself later.',
    );
    await aside('They wrote it together.').expect(200);
    expect(await named(c.teodora)).toEqual([]);
    const { rows, open, aside: n } = await list(c.teodora, '?show=aside');
    expect({ open, n }).toEqual({ open: 0, n: 1 });
    expect(rows[0]!.aside).toMatchObject({ reason: 'They wrote it together.', by: { id: 'teodora' } });
    await aside(null).expect(200);
    expect(await named(c.teodora)).toHaveLength(1);
    await aside('They wrote it together.').expect(200);
    await change(c.bram, 'bram-1', `${SAID} ${own(1)}`);
    expect(await named(c.teodora)).toEqual(['ines-1 bram-1']);
    await c.teodora.send('put', `${C}/in-common/ines-1/chidi-1/aside`, { reason: 'No.' }).expect(404);
  });

  it('is told to staff who work with both students, and to nobody else', async () => {
    c = await withForum();
    await keepToEvening(c.server, 'pilar', ['bram']);
    await say(c.ines, 'ines-1', SAID);
    await say(c.bram, 'bram-1', SAID);
    expect(await named(c.teodora)).toHaveLength(1);
    expect(await list(c.pilar)).toMatchObject({ rows: [], of: 0, open: 0, aside: 0, groups: [] });
    await c.pilar.get(`${C}/in-common/ines-1/bram-1`).expect(404);
    await c.pilar.get(`${F}/in-common/ines`).expect(404);
    await keepToEvening(c.server, 'pilar', ['bram', 'ines']);
    expect(await named(c.pilar)).toHaveLength(1);
    expect((await c.pilar.get(`${F}/in-common/bram`).expect(200)).body).toEqual({ pairs: 1 });
    for (const path of [`${C}/in-common`, `${C}/in-common/ines-1/bram-1`, `${F}/in-common/bram`])
      await c.bram.get(path).expect(404);
    await c.pilar.get(`${C}/in-common/earlier`).expect(404);
  });

  it('goes with a branch that is moved, and with posts that come', async () => {
    c = await withForum();
    await say(c.ines, 'ines-1', SAID);
    await say(c.chidi, 'chidi-1', own(1));
    await say(c.bram, 'bram-1', own(2));
    await say(c.bram, 'bram-2', SAID, { parentId: 'ines-1' });
    expect(await named(c.teodora)).toEqual([]);
    await c.teodora.send('put', `${F}/posts/bram-2/place`, { parentId: 'chidi-1' }).expect(200);
    expect(await named(c.teodora)).toEqual(['ines-1 bram-2']);
    await say(c.chidi, 'chidi-2', SAID);
    expect(await named(c.teodora, '?order=newest')).toEqual([
      'ines-1 chidi-2',
      'bram-2 chidi-2',
      'ines-1 bram-2',
    ]);
    expect(await named(c.teodora, '?student=bram&order=newest')).toEqual(['bram-2 chidi-2', 'ines-1 bram-2']);
    expect(await named(c.teodora, '?forum=none')).toEqual([]);
  });
});

describe('a reading', () => {
  const give = async (id: string, bytes: Buffer, name: string) => {
    await c.teodora.upload(id, bytes, name).expect(200);
    const doc = {
      type: 'doc',
      content: [{ type: 'media', attrs: { src: `/api/files/${id}`, kind: 'document', name } }],
    };
    c.server.now += 60_000;
    await set({ prompt: doc });
  };
  it('is left out, and shown as left out', async () => {
    c = await withForum();
    await say(c.ines, 'ines-1', `${SAID} ${own(1)}`);
    await say(c.bram, 'bram-1', `${own(2)} ${SAID}`);
    await give('reading1', docxOf('Another chapter altogether.'), 'other.docx');
    expect(await named(c.teodora)).toHaveLength(1);
    await give('reading2', pdfOf(`A chapter. ${SAID} And on it goes.`), 'weirs.pdf');
    expect(await named(c.teodora)).toEqual([]);
    const more = OTHER;
    await change(c.ines, 'ines-1', `${SAID} ${more}`);
    await change(c.bram, 'bram-1', `${SAID} ${own(3)} ${more}`);
    const { texts } = await pair(c.teodora, 'ines-1', 'bram-1');
    expect(texts.one.filter(({ leftOut }) => leftOut === 'reading').map(({ text }) => text)).toEqual([
      SAID.slice(0, -1),
    ]);
  });
  it('that cannot be read is told, and nothing waits for it', async () => {
    c = await withForum();
    await give('reading1', Buffer.from('%PDF-1.4\nnothing of it is there\n%%EOF\n'), 'broken.pdf');
    expect((await list(c.teodora)).unreadable).toEqual([
      { forum: 'Who owns the floodplain?', name: 'broken.pdf', why: 'broken' },
    ]);
    await c.server.db.updateTable('forum').set({ removed_at: c.server.now }).execute();
    c.server.courses.forget('rivers');
    expect((await list(c.teodora)).unreadable).toEqual([]);
  });
  it('that cannot be read is not told to an assistant who may not read the post it is in', async () => {
    c = await withForum({ readers: 'staff', seal: null });
    await say(c.ines, 'ines-1', own(1));
    const name = 'broken.pdf';
    await c.teodora.upload('reading1', Buffer.from('%PDF-1.4\nnothing\n%%EOF\n'), name).expect(200);
    const media = { type: 'media', attrs: { src: '/api/files/reading1', kind: 'document', name } };
    await say(c.teodora, 'answer-1', '', { parentId: 'ines-1', doc: { type: 'doc', content: [media] } });
    const told = async (who: Client) => (await list(who)).unreadable.map((each) => each.name);
    await keepToEvening(c.server, 'pilar', ['bram']);
    expect([await told(c.teodora), await told(c.pilar)]).toEqual([[name], []]);
    await keepToEvening(c.server, 'pilar', ['ines']);
    expect(await told(c.pilar)).toEqual([name]);
  });
});

describe('earlier courses', () => {
  const earlier = async (who: Client, course = C) =>
    (await who.get(`${course}/in-common/earlier`).expect(200)).body as AnswerOf<typeof getEarlierCourses>;
  const member = (person: string, role: 'instructor' | 'student') =>
    c.server.db
      .insertInto('member')
      .values({
        ...{ course_id: 'elsewhere', person_id: person, role, section_id: null },
        ...{ sections: null, student_number: null, removed_at: null, enrolled_from: at('01-26 08:00') },
      })
      .execute();
  const E = '/api/courses/elsewhere';
  const before = async () => {
    c = await withForum();
    await member('anselm', 'instructor');
    await member('dalia', 'student');
    c.server.courses.forget('elsewhere');
    const anselm = await c.server.as('anselm');
    const dalia = await c.server.as('dalia');
    await anselm
      .send('put', `${E}/forums/past-1/settings`, {
        version: 0,
        settings: { ...settings({}, 'Before'), categoryId: null },
        publish: true,
      })
      .expect(200);
    await say(dalia, 'dalia-1', `${SAID} Dalia said so.`, {}, `${E}/forums/past-1`);
    return anselm;
  };
  it('take part once an instructor of each agrees, without names, until one withdraws', async () => {
    const anselm = await before();
    await say(c.bram, 'bram-1', SAID);
    const put = (who: Client, course: string, other: string, body: object) =>
      who.send('put', `${course}/in-common/earlier/${other}`, body);
    await put(c.teodora, C, 'elsewhere', { otherIs: 'earlier', agree: true }).expect(200);
    expect((await earlier(c.teodora)).courses).toEqual([
      { id: 'elsewhere', title: 'A course that has not agreed yet', code: '', state: 'asked', posts: 0 },
    ]);
    expect(await named(c.teodora)).toEqual([]);
    expect((await earlier(anselm, E)).courses).toMatchObject([{ id: 'rivers', state: 'asking' }]);
    await put(anselm, E, 'rivers', { otherIs: 'later', agree: true }).expect(200);
    expect((await earlier(c.teodora)).courses).toMatchObject([
      { title: 'Another course', state: 'agreed', posts: 1 },
    ]);
    const { rows } = await list(c.teodora);
    expect(rows[0]).toMatchObject({
      one: { postId: 'dalia-1', student: null, course: 'Another course' },
      other: { postId: 'bram-1', course: null },
      reach: 'couldNot',
    });
    const seen = await pair(c.teodora, 'dalia-1', 'bram-1');
    expect(JSON.stringify(seen)).not.toContain('Dalia');
    expect(JSON.stringify(seen)).not.toContain('"dalia"');
    // Who is only compared with sees nothing of it.
    expect((await list(anselm)).of).toBe(1);
    expect(((await anselm.get(`${E}/in-common`).expect(200)).body as { of: number }).of).toBe(0);
    await put(anselm, E, 'rivers', { otherIs: 'later', agree: false }).expect(200);
    expect(await named(c.teodora)).toEqual([]);
  });
  it('are refused by name, and agreed at once by who teaches both', async () => {
    const anselm = await before();
    const ask = (who: Client, other: string) =>
      who.send('put', `${C}/in-common/earlier/${other}`, { otherIs: 'earlier', agree: true });
    expect((await ask(c.teodora, 'nowhere').expect(422)).body.errors[0].field).toBe('other');
    expect((await ask(c.teodora, 'rivers').expect(422)).body.errors[0].field).toBe('other');
    await c.teodora
      .send('put', `${C}/in-common/earlier/elsewhere`, { otherIs: 'later', agree: true })
      .expect(404);
    expect((await earlier(anselm)).mine).toMatchObject([{ id: 'elsewhere' }]);
    await ask(anselm, 'elsewhere').expect(200);
    expect((await earlier(anselm)).courses).toMatchObject([{ state: 'agreed' }]);
    expect(toJson((await earlier(anselm)).mine)).toBe('[]');
  });
});

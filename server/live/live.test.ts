import { once } from 'node:events';
import { get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import supertest from 'supertest';
import { afterEach, describe, expect, it } from 'vitest';
import { LIVE_PATH, type LiveEvent } from '../../contract/live';
import { HOUR } from '../../core/time/instant';
import { at, F, keepToEvening, PASSWORD, settings, withForum } from '../testing/testServer';
import { reachedIn } from '../readMarks/received';
import { EventIds } from './eventIds';
import type { Stream } from '../feature/live';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

/** A stream that keeps what it hears. */
function listener(personId: string) {
  const events: LiveEvent[] = [];
  const state = { last: '', ended: false, signedIn: true, stream: '' };
  const stream: Stream = {
    personId,
    stillSignedIn: () => Promise.resolve(state.signedIn),
    write: (text) => {
      const id = /^id: (.+)$/m.exec(text)?.[1];
      if (id) state.last = id;
      const data = /^data: (.+)$/m.exec(text)?.[1];
      if (text.includes('event: open')) state.stream = (JSON.parse(data!) as { stream: string }).stream;
      if (text.includes('event: ')) return;
      if (data) events.push(JSON.parse(data) as LiveEvent);
    },
    end: () => (state.ended = true),
  };
  return { stream, events, state };
}
async function listen(personId: string, last: string | null = null) {
  const heard = listener(personId);
  await c.server.deps.live.open(heard.stream, last);
  return heard;
}
const settled = () => c.server.deps.live.settled();
const forumEvents = (events: readonly LiveEvent[]) =>
  events.filter((event) => event.kind === 'forum').map(({ posts, notices }) => ({ posts, notices }));

describe('the stream of what changes', () => {
  it('tells of a post to whoever reads it, and to whom it answers that it concerns them', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const [ines, bram, pilar] = [await listen('ines'), await listen('bram'), await listen('pilar')];
    await c.write(c.bram, 'reply', 4, 'ines-1').expect(200);
    await settled();
    expect(forumEvents(ines.events)).toEqual([{ posts: ['reply'], notices: true }]);
    expect(forumEvents(bram.events)).toEqual([{ posts: ['reply'], notices: false }]);
    expect(forumEvents(pilar.events)).toEqual([{ posts: ['reply'], notices: false }]);
  });
  it('brings what changed to whoever has the forum open, once worked out, and notes that they have it', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const [ines, bram, chidi, dalia] = [
      await listen('ines'),
      await listen('bram'),
      await listen('chidi'),
      await listen('dalia'),
    ];
    const isOpen = [{ course: 'rivers', forum: 'floodplain' }];
    const open = (who: typeof c.ines, stream: string, forums = isOpen) =>
      who.send('put', '/api/live/forums', { stream, forums });
    for (const [who, { state }] of [
      [c.ines, ines],
      [c.bram, bram],
      [c.chidi, chidi],
    ] as const)
      expect((await open(who, state.stream).expect(200)).body).toEqual({ heard: true });
    // Someone else’s stream is none of theirs, nor one that is gone.
    expect((await open(c.bram, dalia.state.stream).expect(200)).body).toEqual({ heard: false });
    await open(c.bram, bram.state.stream, Array<(typeof isOpen)[0]>(21).fill(isOpen[0]!)).expect(422);
    await c.write(c.bram, 'reply', 4, 'ines-1').expect(200);
    await settled();
    const changeOf = ({ events }: typeof ines) =>
      events.flatMap((event) => (event.kind === 'forum' ? [event.change] : []));
    const [change] = changeOf(chidi);
    expect(change).toMatchObject({
      posts: [{ id: 'reply', parentId: 'ines-1', authorId: 'bram' }],
      fresh: ['reply'],
      bodies: [{ id: 'reply', may: { answer: { yes: true }, edit: { yes: false } } }],
      people: [{ id: 'bram' }],
    });
    // It is the writer’s own, an answer to her, and not open there.
    for (const who of [ines, bram, dalia]) expect(changeOf(who)).toEqual([undefined]);
    const reached = async (id: string) =>
      (await reachedIn(c.server.db, id, 'floodplain')).map(({ postId }) => postId);
    expect(await reached('chidi')).toEqual(['reply']);
    expect(await reached('dalia')).toEqual([]);
    await open(c.chidi, chidi.state.stream, []).expect(200);
    await c.write(c.bram, 'again', 4, 'ines-1').expect(200);
    await settled();
    expect(changeOf(chidi)).toEqual([change, undefined]);
  });
  it('tells whom the seal keeps a post from only that there is more, and nobody of an aside or a held post', async () => {
    c = await withForum();
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const [dalia, ines] = [await listen('dalia'), await listen('ines')];
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await settled();
    expect(forumEvents(dalia.events)).toEqual([{ posts: [], notices: false }]);
    expect(forumEvents(ines.events)).toEqual([{ posts: ['bram-1'], notices: false }]);
    const doc = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'a word aside' }] }],
    };
    await c.teodora
      .send('post', `${F}/posts`, {
        id: 'aside',
        parentId: 'bram-1',
        doc,
        starter: false,
        aside: true,
        draft: null,
      })
      .expect(200);
    await settled();
    expect(forumEvents(dalia.events)).toHaveLength(1);
    expect(forumEvents(ines.events)).toHaveLength(1);
  });
  it('tells of nods, holds, removals and moves, and lets a post that is held go from whoever read it', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'reply', 4, 'ines-1').expect(200);
    c.server.now += 5000;
    const chidi = await listen('chidi');
    const after = async () => {
      c.server.now += 1000;
      await settled();
      return forumEvents(chidi.events.splice(0)).flatMap(({ posts }) => posts);
    };
    const act = (name: string, posts: string[]) =>
      c.teodora.send('post', `${F}/actions`, { action: name, posts }).expect(200);
    await act('hold', ['reply']);
    expect(await after()).toEqual(['reply']);
    await act('approve', ['reply']);
    expect(await after()).toEqual(['reply']);
    await act('remove', ['reply']);
    expect(await after()).toEqual(['reply']);
    await act('restore', ['reply']);
    expect(await after()).toEqual(['reply']);
    await c.teodora.send('put', `${F}/posts/reply/place`, { parentId: null }).expect(200);
    expect(await after()).toEqual(['reply']);
    await c.teodora.send('put', `${F}/posts/reply/frozen`, { frozen: true }).expect(200);
    expect(await after()).toEqual(['reply']);
  });
  it('goes on where it stopped, deciding anew what may be told', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const first = await listen('chidi');
    c.server.deps.live.close(first.stream);
    await listen('teodora');
    await c.write(c.bram, 'reply-1', 4, 'ines-1').expect(200);
    await settled();
    await c.write(c.bram, 'reply-2', 4, 'ines-1').expect(200);
    await settled();
    c.server.now += 1000;
    // Held meanwhile: when the browser wakes, nothing of it is told.
    await c.teodora.send('post', `${F}/actions`, { action: 'hold', posts: ['reply-1'] }).expect(200);
    await settled();
    c.server.now += 1000;
    const again = await listen('chidi', first.state.last);
    const posts = forumEvents(again.events).flatMap((event) => event.posts);
    expect(posts).toContain('reply-2');
    expect(again.events.some(({ kind }) => kind === 'reset')).toBe(false);
    const later = await listen('chidi', again.state.last);
    expect(later.events).toEqual([]);
  });
  it('says that everything has to be asked for anew where it does not know', async () => {
    c = await withForum();
    const teodora = await listen('teodora');
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await settled();
    for (const last of ['nonsense', new EventIds().of(1, 'chidi'), teodora.state.last]) {
      const { events } = await listen('chidi', last);
      expect(events).toEqual([{ kind: 'reset' }]);
    }
  });
  it('tells students of settings that change something for them, and not of those that do not', async () => {
    c = await withForum();
    const [ines, bram] = [await listen('ines'), await listen('bram')];
    await c.server.db
      .updateTable('member')
      .set({ section_id: 'evening' })
      .where('person_id', '=', 'ines')
      .execute();
    c.server.courses.forget('rivers');
    await settled();
    expect(ines.events).toEqual([{ kind: 'course', course: 'rivers' }]);
    expect(bram.events).toEqual([]);
  });
  it('tells what the clock alone changes: posting closes, a seal lifts, something is due within a day', async () => {
    c = await withForum({ seal: { minWords: 5, lift: 'whenPostingCloses' } });
    const ines = await listen('ines');
    const { live } = c.server.deps;
    const after = async (when: string) => {
      c.server.now = at(when);
      await live.tick();
      return ines.events.splice(0).length;
    };
    expect(await after('03-02 13:00')).toBe(0);
    expect(await after('03-03 23:59')).toBe(1);
    expect(await after('03-04 12:00')).toBe(0);
    expect(await after('03-11 00:00')).toBe(1);
    expect(await after('03-11 00:01')).toBe(0);
  });
  it('tells of a released score whom it was released to', async () => {
    c = await withForum();
    const [ines, bram] = [await listen('ines'), await listen('bram')];
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const desk = await c.teodora.get(`${F}/docket/ines`).expect(200);
    const [part] = (desk.body as { forum: { parts: { id: string }[] } }).forum.parts;
    await c.teodora
      .send('put', `${F}/docket/ines/score`, {
        version: 0,
        decisions: {
          parts: { [part!.id]: { points: 300 } },
          adjustment: null,
          override: { points: 300, reason: 'x' },
        },
        remark: null,
        give: true,
      })
      .expect(200);
    await settled();
    ines.events.length = bram.events.length = 0;
    await c.teodora.send('put', `${F}/released`, { students: 'all', released: true }).expect(200);
    await settled();
    expect(ines.events).toContainEqual({ kind: 'course', course: 'rivers' });
    expect(bram.events).toEqual([]);
  });
  it('tells staff whose scores changed, of the students they work with, and no student', async () => {
    c = await withForum();
    await keepToEvening(c.server, 'pilar', ['bram']);
    const [teodora, pilar, ines] = [await listen('teodora'), await listen('pilar'), await listen('ines')];
    const scored = (heard: { events: LiveEvent[] }) =>
      heard.events
        .splice(0)
        .flatMap((event) => (event.kind === 'scores' ? [[event.forums, event.students]] : []));
    const excuse = async (student: string) => {
      await c.teodora.send('put', `${F}/docket/${student}/excused`, { excused: true }).expect(200);
      await settled();
    };
    await excuse('ines');
    expect(scored(teodora)).toEqual([[['floodplain'], ['ines']]]);
    expect(scored(pilar)).toEqual([]);
    await excuse('bram');
    expect(scored(teodora)).toEqual([[['floodplain'], ['bram']]]);
    expect(scored(pilar)).toEqual([[['floodplain'], ['bram']]]);
    expect(scored(ines)).toEqual([]);
    // Who evaluates whom is told to whoever has the docket open.
    const share = { students: ['bram'], evaluator: 'pilar', names: 'shown' };
    await c.teodora.send('put', `${F}/docket/evaluator`, share).expect(200);
    await settled();
    expect(scored(pilar)).toEqual([[['floodplain'], ['bram']]]);
    expect(scored(ines)).toEqual([]);
    scored(teodora);
    // A write that touches no score tells of none.
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await settled();
    expect(scored(teodora)).toEqual([]);
  });
  it('does not say whose scores changed where a forum hides names', async () => {
    const evaluation = { ...settings().rules.evaluation!, hideNames: true };
    c = await withForum({ evaluation });
    const teodora = await listen('teodora');
    await c.teodora.send('put', `${F}/docket/ines/excused`, { excused: true });
    const docket = await c.teodora.get(`${F}/docket`).expect(200);
    const { rows } = docket.body as { rows: { student: { id: string } }[] };
    await c.teodora.send('put', `${F}/docket/${rows[0]!.student.id}/excused`, { excused: true }).expect(200);
    await settled();
    const events = teodora.events.filter(({ kind }) => kind === 'scores');
    expect(events.length).toBeGreaterThan(0);
    for (const event of events)
      expect(event).toEqual({ kind: 'scores', course: 'rivers', forums: ['floodplain'], students: [] });
  });
  it('tells of something that was sent whoever may read it, and nobody whose seal is closed', async () => {
    c = await withForum();
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    const [dalia, ines] = [await listen('dalia'), await listen('ines')];
    const to = ['dalia', 'ines'];
    await c.bram
      .send('post', `${F}/sendings`, { id: 'sending-1', postId: 'bram-1', to, line: 'Read this.' })
      .expect(200);
    await settled();
    expect(ines.events).toEqual([{ kind: 'course', course: 'rivers' }]);
    expect(dalia.events).toEqual([]);
  });
  it('gives the oldest of too many streams up, and all of them when the server stops', async () => {
    c = await withForum();
    const all = [];
    for (let n = 0; n < 13; n++) all.push(await listen('ines'));
    expect(all.map(({ state }) => state.ended)).toEqual([true, ...Array.from({ length: 12 }, () => false)]);
    c.server.deps.live.stop();
    expect(all.every(({ state }) => state.ended)).toBe(true);
  });
});

describe('names of events', () => {
  it('belong to one person and one run of the server, and do not count', () => {
    const ids = new EventIds();
    expect(ids.numberOf(ids.of(7, 'ines'), 'ines')).toBe(7);
    expect(ids.numberOf(ids.of(7, 'ines'), 'bram')).toBeNull();
    expect(new EventIds().numberOf(ids.of(7, 'ines'), 'ines')).toBeNull();
    expect(ids.numberOf('', 'ines')).toBeNull();
    expect(ids.of(7, 'ines')).not.toBe(ids.of(8, 'ines'));
    expect(ids.of(7, 'ines')).toHaveLength(ids.of(70_000, 'ines').length);
  });
});

describe('the stream over HTTP', () => {
  const opened = async () => {
    c = await withForum({ seal: null });
    const server = c.server.app.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const signedIn = await supertest(base)
      .post('/api/session')
      .send({ email: 'ines@fenwick-hollow.example', password: PASSWORD });
    const cookie = String(signedIn.headers['set-cookie']).split(';')[0]!;
    const stream = await new Promise<IncomingMessage>((resolve) =>
      get(`${base}${LIVE_PATH}`, { headers: { cookie } }, resolve),
    );
    let text = '';
    stream.setEncoding('utf8').on('data', (chunk: string) => (text += chunk));
    const until = async (what: RegExp) => {
      for (let n = 0; n < 200 && !what.test(text); n++)
        await new Promise((resolve) => setTimeout(resolve, 20));
      expect(text).toMatch(what);
    };
    return { server, stream, until };
  };
  it('is for who is signed in, is never stored, and ends when the server stops', async () => {
    const { server, stream, until } = await opened();
    await supertest(c.server.app).get(LIVE_PATH).expect(401);
    expect(stream.headers['content-type']).toContain('text/event-stream');
    expect(stream.headers['cache-control']).toContain('no-store');
    await until(/event: open/);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await until(/"posts":\["bram-1"\]/);
    const ended = new Promise((resolve) => stream.on('end', resolve));
    const closed = new Promise((resolve) => server.close(resolve));
    c.server.deps.live.stop();
    await ended;
    await closed;
  });
  it('keeps no session alive', async () => {
    const { server, stream, until } = await opened();
    await until(/event: open/);
    const seen = async () =>
      (
        await c.server.db.selectFrom('session').select('seen_at').where('person_id', '=', 'ines').execute()
      ).map(({ seen_at }) => seen_at);
    const before = await seen();
    c.server.wall += HOUR;
    const cookieless = await supertest(c.server.app).get(`${LIVE_PATH}?after=x`);
    expect(cookieless.status).toBe(401);
    expect(await seen()).toEqual(before);
    stream.destroy();
    c.server.deps.live.stop();
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  });
});

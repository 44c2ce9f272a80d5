import { changeCourse } from '../course/change/changeCourse';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { VantageView } from '../../contract/vantage';
import { textOf } from '../../core/text/textOf';
import { recordMember } from '../course/roster/recordMember';
import { at, C, F, settings, withForum, words, type Client } from '../testing/testServer';

describe('vantage', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  const as = (person: string, t: number) => `?as=${person}&at=${t}`;
  const look = async (who: Client, path: string, person: string, t: number) =>
    (await who.get(path + as(person, t)).expect(200)).body;
  beforeEach(async () => {
    c = await withForum();
  });
  afterEach(() => c.server.close());

  it('shows what the person gets, sealed as it is for them, and no draft of theirs', async () => {
    await c.write(c.bram, 'brams', 8).expect(200);
    await c.ines.send('put', `${F}/drafts/open`, { doc: textOf('half a thought') }).expect(200);
    const own = (await c.ines.get(F)).body as ForumView;
    const seen = (await look(c.teodora, F, 'ines', c.server.now)) as ForumView;
    expect(seen).toEqual({ ...own, drafts: [] });
    expect(own.drafts).toHaveLength(1);
    expect(JSON.stringify(seen)).not.toContain('brams');
    expect((await look(c.teodora, C, 'ines', c.server.now)).role).toBe('student');
    const work = await look(c.teodora, `${C}/my-work`, 'ines', c.server.now);
    expect(work.forums[0]).toMatchObject({ sealed: true, draftWords: null });
  });
  it('looks into the future by the clock alone', async () => {
    await c.write(c.bram, 'brams', 8).expect(200);
    const later = (await look(c.teodora, F, 'ines', at('03-11 00:00'))) as ForumView;
    expect(later).toMatchObject({ phase: 'readOnly', sealed: null });
    expect(later.posts.map(({ id }) => id)).toEqual(['brams']);
  });
  it('looks into the past with the course’s own settings as they stood then', async () => {
    const before = c.server.now;
    c.server.now += 60_000;
    const { version, settings: now } = (await c.teodora.get(`${C}/settings`).expect(200)).body;
    const changed = {
      ...now,
      title: 'Renamed',
      zone: 'America/New_York',
      lastDay: '2026-04-05',
      units: [{ id: 'unit-1', title: 'New' }],
      categories: [
        ...now.categories,
        { id: 'journals', title: 'Journals', weight: 0, zeroForMissing: false },
      ],
      letters: [{ letter: 'P', from: 0 }],
    };
    await c.teodora.send('put', `${C}/settings`, { version, settings: changed }).expect(200);
    const moved = { ...(await c.teodora.get(`${F}/settings`)).body };
    c.server.now += 60_000;
    await c.teodora
      .send('put', `${F}/settings`, {
        version: moved.version,
        settings: { ...moved.settings, categoryId: 'journals', unitId: 'unit-1' },
        publish: true,
      })
      .expect(200);
    const then = await look(c.teodora, C, 'ines', before);
    expect(then).toMatchObject({ title: 'Rivers and Cities', zone: 'Europe/Lisbon', units: [] });
    expect(then.termEnd).toBe(at('03-30 00:00'));
    const today = await look(c.teodora, C, 'ines', c.server.now);
    expect(today).toMatchObject({ title: 'Renamed', units: [{ title: 'New' }] });
    const dueAt = async (t: number) => ((await look(c.teodora, F, 'ines', t)) as ForumView).dates.initialDue;
    expect(await dueAt(before)).toBe(at('03-04 23:59'));
    expect(await dueAt(c.server.now)).toBe(at('03-05 04:59'));
    const categories = async (t: number) => (await look(c.teodora, C, 'ines', t)).categories.length as number;
    expect([await categories(before), await categories(c.server.now)]).toEqual([1, 2]);
  });
  it('looks into the past with posts, texts, settings and scores as they stood then', async () => {
    const start = c.server.now;
    c.server.now += 60_000;
    await c.write(c.ines, 'mine', 6).expect(200);
    c.server.now += 60_000;
    await c.ines.send('patch', `${F}/posts/mine`, { version: 1, doc: words(9, 'weir') }).expect(200);
    const edited = c.server.now;
    c.server.now += 60_000;
    const { version, settings: now } = (await c.teodora.get(`${F}/settings`)).body;
    const renamed = {
      ...now,
      title: 'Renamed',
      rules: { ...now.rules, required: { ...now.rules.required, initialMinWords: 7 } },
    };
    await c.teodora
      .send('put', `${F}/settings`, { version, settings: renamed, publish: true, confirmed: true })
      .expect(200);
    c.server.now += 60_000;
    const score = (points: number, v: number) =>
      c.teodora.send('put', `${F}/docket/ines/score`, {
        version: v,
        decisions: { parts: { initial: { points } }, adjustment: null, override: null },
        remark: textOf(`Worth ${points}`),
        give: true,
      });
    await score(300, 0).expect(200);
    await c.teodora.send('put', `${F}/released`, { students: 'all', released: true }).expect(200);
    const scored = c.server.now;
    c.server.now += 60_000;
    await score(500, 1).expect(200);

    expect(((await look(c.teodora, F, 'ines', start)) as ForumView).posts).toEqual([]);
    const first = (await look(c.teodora, F, 'ines', start + 90_000)) as ForumView;
    expect(first).toMatchObject({ title: 'Who owns the floodplain?', posts: [{ words: 6 }] });
    const second = (await look(c.teodora, F, 'ines', edited)) as ForumView;
    expect(second.posts[0]).toMatchObject({ words: 9 });
    expect(second.required.initialMinWords).toBe(5);
    expect(((await look(c.teodora, F, 'ines', scored)) as ForumView).title).toBe('Renamed');
    expect((await look(c.teodora, `${C}/scores`, 'ines', scored - 60_000)).items[0].state).toBe('open');
    expect((await look(c.teodora, `${C}/scores`, 'ines', scored)).items[0]).toMatchObject({
      points: 300,
      remarkHtml: '<p>Worth 300</p>',
    });
    expect((await look(c.teodora, `${C}/scores`, 'ines', c.server.now)).items[0]).toMatchObject({
      points: 500,
    });
    await c.teodora.get(F + as('ines', start - 86_400_000)).expect(404);
  });
  it('knows who was in which section, and who was not there yet', async () => {
    const start = c.server.now;
    await c.teodora
      .send('put', `${C}/forums/apart/settings`, {
        version: 0,
        settings: settings({ readers: 'section', seal: null }, 'Apart'),
        publish: true,
      })
      .expect(200);
    c.server.now += 60_000;
    const { people } = (await c.teodora.get(`${C}/roster`)).body;
    const ines = people.find(({ id }: { id: string }) => id === 'ines');
    const fields = {
      role: 'student',
      givenName: ines.givenName,
      familyName: ines.familyName,
      preferredName: null,
      sortableName: ines.sortable,
      email: ines.email,
      studentNumber: ines.studentNumber,
      sectionId: 'evening',
      sections: 'all',
      enrolledFrom: ines.enrolledFrom,
      accommodationMinutes: 0,
      accommodationReason: null,
    };
    await c.teodora
      .send('put', `${C}/roster/ines`, { version: ines.version, fields, confirmed: true })
      .expect(200);
    const space = async (t: number) =>
      ((await look(c.teodora, `${C}/forums/apart`, 'ines', t)) as ForumView).spaces[0]!.id;
    expect(await space(c.server.now - 30_000)).toBe('morning');
    expect(await space(c.server.now)).toBe('evening');
    await c.teodora
      .send('put', `${C}/roster/noor`, {
        version: 0,
        fields: { ...fields, email: 'noor@fenwick-hollow.example', studentNumber: null },
      })
      .expect(200);
    await c.teodora.get(C + as('noor', start)).expect(404);
  });
  it('says why each forum is what it is, and when that changes next', async () => {
    const view = (await c.teodora.get(`${C}/vantage/ines/${c.server.now}`).expect(200)).body as VantageView;
    expect(view.forums).toMatchObject([
      {
        id: 'floodplain',
        phase: 'open',
        sealed: 'forum',
        next: { at: at('03-11 00:00'), phase: 'readOnly', sealed: 'none' },
      },
    ]);
  });
  it('looks as students only: never as staff, nor as who was staff then or is now', async () => {
    const start = c.server.now;
    for (const staff of ['teodora', 'anselm', 'pilar'])
      for (const path of ['/roster', '/remarks', '/plan', '/gradebook', ''])
        await c.teodora.get(`${C}${path}${as(staff, start)}`).expect(404);
    // Dalia, an assistant for all sections until now, becomes a student of Pilar's section.
    const row = await c.server.db
      .selectFrom('member')
      .selectAll()
      .where('person_id', '=', 'dalia')
      .executeTakeFirstOrThrow();
    await changeCourse(c.server.deps, { courseId: 'rivers', actorId: 'teodora' }, start + 1, (change) =>
      recordMember(
        change,
        { courseId: 'rivers', personId: 'dalia', what: 'member.role' },
        { ...row, role: 'assistant', sections: null },
      ),
    );
    c.server.now = start + 60_000;
    for (const path of ['', '/roster', '/plan', '/my-work', `/forums/floodplain`])
      await c.pilar.get(`${C}${path}${as('dalia', start)}`).expect(404);
    await c.pilar.get(`${C}/my-work${as('dalia', c.server.now)}`).expect(200);
    await c.pilar.get(`${C}/roster${as('dalia', c.server.now)}`).expect(404);
  });
  it('is written down with who looked as whom, once for many requests of one page', async () => {
    const now = c.server.now;
    for (const path of ['', '/my-work', '/scores']) await look(c.teodora, C + path, 'ines', now);
    await look(c.pilar, C, 'bram', now);
    await look(c.teodora, C, 'ines', now - 60_000);
    const rows = await c.server.db
      .selectFrom('record')
      .select(['actor_id', 'subject', 'after'])
      .where('what', '=', 'vantage.looked')
      .orderBy('id')
      .execute();
    expect(rows.map(({ actor_id, subject }) => [actor_id, subject])).toEqual([
      ['teodora', 'vantage:ines'],
      ['pilar', 'vantage:bram'],
      ['teodora', 'vantage:ines'],
    ]);
    expect(rows[0]!.after).toBe(JSON.stringify({ at: now }));
  });
  it('is for staff, an assistant only for students of their sections, and never writes', async () => {
    const now = c.server.now;
    await c.ines.get(F + as('bram', now)).expect(404);
    await c.pilar.get(F + as('bram', now)).expect(200);
    await c.pilar.get(F + as('ines', now)).expect(404);
    await c.pilar.get(F + as('teodora', now)).expect(404);
    await c.pilar.get(`${C}/vantage/ines/${now}`).expect(404);
    await c.teodora.get(F + as('nobody', now)).expect(404);
    await c.teodora.get(`${F}?as=ines`).expect(422);
    await c.teodora.get(`${C}/gradebook${as('ines', now)}`).expect(404);
    await c.teodora
      .send('post', `${F}/posts${as('ines', now)}`, {
        id: 'forged',
        parentId: null,
        doc: words(9),
        starter: false,
        draft: null,
      })
      .expect(422);
    expect(((await c.ines.get(F)).body as ForumView).posts).toEqual([]);
  });
});

import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { MemberFields, RosterView } from '../../contract/roster';
import { at, C, F, testServer, withForum, type Client, type TestServer } from '../testing/testServer';

const fields = (change: Partial<MemberFields> = {}): MemberFields => ({
  role: 'student',
  givenName: 'Noor',
  familyName: 'van Dijk',
  preferredName: null,
  sortableName: null,
  email: 'noor@fenwick-hollow.example',
  studentNumber: 'FH9',
  sectionId: 'morning',
  sections: 'all',
  enrolledFrom: at('02-23 08:00'),
  accommodationMinutes: 0,
  accommodationReason: null,
  ...change,
});

describe('the roster', () => {
  let server: TestServer;
  let teodora: Client;
  let pilar: Client;
  let ines: Client;
  const roster = async (who: Client) => (await who.get(`${C}/roster`).expect(200)).body as RosterView;
  const person = async (id: string) => (await roster(teodora)).people.find((each) => each.id === id)!;
  const save = (id: string, version: number, of: MemberFields, confirmed = false) =>
    teodora.send('put', `${C}/roster/${id}`, { version, fields: of, confirmed });
  beforeEach(async () => {
    server = await testServer();
    [teodora, pilar, ines] = (await Promise.all(['teodora', 'pilar', 'ines'].map((id) => server.as(id)))) as [
      Client,
      Client,
      Client,
    ];
  });
  afterEach(() => server.close());

  it('adds, changes, removes and brings back a person', async () => {
    const added = (await save('noor', 0, fields()).expect(200)).body;
    expect(added).toMatchObject({
      name: 'Noor van Dijk',
      sortable: 'van Dijk, Noor',
      version: 1,
      canSignIn: false,
    });
    await save(
      'noor',
      1,
      fields({ sectionId: 'evening', accommodationMinutes: 2880, accommodationReason: 'private' }),
    ).expect(200);
    expect(await person('noor')).toMatchObject({
      sectionId: 'evening',
      accommodationMinutes: 2880,
      version: 2,
    });
    await teodora.send('put', `${C}/roster/noor/removed`, { version: 2, removed: true }).expect(200);
    expect((await person('noor')).removed).toBe(true);
    await teodora.send('put', `${C}/roster/noor/removed`, { version: 3, removed: false }).expect(200);
    expect((await person('noor')).removed).toBe(false);
  });
  it('whoever is removed sees nothing of the course from that moment', async () => {
    const { version } = await person('ines');
    await teodora.send('put', `${C}/roster/ines/removed`, { version, removed: true }).expect(200);
    await ines.get(`${C}/my-work`).expect(404);
  });
  it.each<[Partial<MemberFields>, string]>([
    [{ givenName: ' ' }, 'fields.givenName'],
    [{ email: 'nobody' }, 'fields.email'],
    [{ email: 'ines@fenwick-hollow.example' }, 'fields.email'],
    [{ studentNumber: '=ines' }, 'fields.studentNumber'],
    [{ sectionId: 'midnight' }, 'fields.sectionId'],
    [{ accommodationMinutes: -5 }, 'fields.accommodationMinutes'],
    [{ role: 'assistant', sections: [] }, 'fields.sections'],
    [{ role: 'assistant', sections: ['midnight'] }, 'fields.sections'],
  ])('refuses %j at the field', async (change, field) => {
    const { body } = await save('noor', 0, fields(change)).expect(422);
    expect(body.errors[0].field).toBe(field);
    expect(await person('noor')).toBeUndefined();
  });
  it('catches two who change the same person, and the same person added twice', async () => {
    await save('noor', 0, fields()).expect(200);
    await save('noor', 1, fields({ givenName: 'Noortje' })).expect(200);
    expect((await save('noor', 1, fields()).expect(409)).body.current.givenName).toBe('Noortje');
    await save('other', 0, fields({ studentNumber: null })).expect(422);
  });
  it('keeps an instructor in the course', async () => {
    const anselm = await person('anselm');
    await teodora
      .send('put', `${C}/roster/anselm/removed`, { version: anselm.version, removed: true })
      .expect(200);
    const me = await person('teodora');
    await teodora
      .send('put', `${C}/roster/teodora/removed`, { version: me.version, removed: true })
      .expect(422);
  });
  it('is the instructors’ to change, and an assistant of one section reads that section', async () => {
    const { people } = await roster(pilar);
    expect(people.filter(({ role }) => role === 'student').map(({ id }) => id)).toEqual(['bram', 'dalia']);
    await pilar.send('put', `${C}/roster/noor`, { version: 0, fields: fields() }).expect(404);
    await ines.get(`${C}/roster`).expect(404);
    const csv = (await pilar.get(`${C}/roster.csv`).expect(200)).text;
    expect(csv).toContain('Example,');
    expect(csv).not.toContain('ines@');
    await ines.get(`${C}/roster.csv`).expect(404);
  });
  it('does not let an instructor rename, or open the account of, someone who is in courses of others', async () => {
    await server.db
      .insertInto('member')
      .values({
        course_id: 'elsewhere',
        person_id: 'ines',
        role: 'student',
        section_id: null,
        sections: null,
        student_number: null,
        enrolled_from: 0,
        removed_at: null,
      })
      .execute();
    const before = await person('ines');
    expect(before.mayRename).toBe(false);
    const same = {
      ...fields(),
      givenName: before.givenName,
      familyName: before.familyName,
      sortableName: before.sortable,
      email: before.email,
      studentNumber: before.studentNumber,
    };
    await save('ines', before.version, same).expect(200);
    await save('ines', before.version + 1, { ...same, email: 'mine@evil.example' }).expect(403);
    await server.db.updateTable('person').set({ password_hash: null }).where('id', '=', 'ines').execute();
    await teodora.send('post', `${C}/roster/ines/link`).expect(403);
  });
  it('makes no link for an account that it did not make, or that is more than a student of the instructor', async () => {
    const { db } = server;
    const made = (id: string) =>
      db
        .insertInto('person')
        .values({
          id,
          email: `${id}@fenwick-hollow.example`,
          given_name: 'Noor',
          family_name: 'van Dijk',
          preferred_name: null,
          sortable_name: 'Dijk, Noor van',
          password_hash: null,
        })
        .execute();
    await made('before');
    // Made by the administrator, used by nobody yet, and put on a roster by an instructor.
    const added = await save('whatever', 0, { ...fields(), email: 'before@fenwick-hollow.example' }).expect(
      200,
    );
    expect(added.body).toMatchObject({ id: 'before', canSignIn: false, mayRename: false });
    await teodora.send('post', `${C}/roster/before/link`).expect(403);
    await save('noor', 0, { ...fields(), studentNumber: 'another' }).expect(200);
    await teodora.send('post', `${C}/roster/noor/link`).expect(200);
    await db
      .updateTable('member')
      .set({ role: 'assistant', section_id: null })
      .where('person_id', '=', 'noor')
      .execute();
    await teodora.send('post', `${C}/roster/noor/link`).expect(403);
  });
  it('a password set with an instructor’s link is taken away when its owner is to teach elsewhere', async () => {
    const { db } = server;
    await save('noor', 0, fields()).expect(200);
    const { address } = (await teodora.send('post', `${C}/roster/noor/link`).expect(200)).body;
    await ines
      .send('post', `/api/links/${address.split('/').at(-1)}`, { password: 'long enough to remember' })
      .expect(200);
    await db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    const anselm = await server.as('anselm');
    const give = (courseId: string, role: string) =>
      anselm.send('put', '/api/admin/people/noor/roles', { courseId, role }).expect(200);
    expect((await give('elsewhere', 'assistant')).body.canSignIn).toBe(true);
    expect((await give('elsewhere', 'instructor')).body.canSignIn).toBe(false);
  });
  it('makes a student a new link for a forgotten password; the old one works until a new one is chosen', async () => {
    const { address } = (await teodora.send('post', `${C}/roster/ines/link`).expect(200)).body;
    await ines.get(C).expect(200);
    const anybody = await server.as('bram');
    await anybody
      .send('post', `/api/links/${address.split('/').at(-1)}`, { password: 'long enough to remember' })
      .expect(200);
    await ines.get(C).expect(401);
    await teodora.send('post', `${C}/roster/pilar/link`).expect(403);
  });
  it('makes a one-time link, which works once', async () => {
    await save('noor', 0, fields()).expect(200);
    const { address } = (await teodora.send('post', `${C}/roster/noor/link`).expect(200)).body;
    const token = address.split('/').at(-1);
    expect((await ines.get(`/api/links/${token}`).expect(200)).body.name).toBe('Noor van Dijk');
    await ines.send('post', `/api/links/${token}`, { password: 'short' }).expect(422);
    await ines.send('post', `/api/links/${token}`, { password: 'long enough to remember' }).expect(200);
    await ines.get(`/api/links/${token}`).expect(404);
    await ines.send('post', `/api/links/${token}`, { password: 'another long password' }).expect(404);
  });
  it('a link runs out after seven days, and a newer one replaces it', async () => {
    await save('noor', 0, fields()).expect(200);
    const link = async () =>
      (await teodora.send('post', `${C}/roster/noor/link`).expect(200)).body.address.split('/').at(-1);
    const first = await link();
    const second = await link();
    await ines.get(`/api/links/${first}`).expect(404);
    server.wall += 7 * 86_400_000 - 1;
    await ines.get(`/api/links/${second}`).expect(200);
    server.wall += 1;
    await ines.get(`/api/links/${second}`).expect(404);
  });
  it('sections are made, renamed and ordered; one with students in it stays', async () => {
    const put = (sections: object[]) => teodora.send('put', `${C}/sections`, { sections });
    await put([
      { id: 'evening', title: 'Evening' },
      { id: 'morning', title: 'Early' },
      { id: 'dawn', title: 'Dawn' },
    ]).expect(200);
    expect((await roster(teodora)).sections.map(({ title }) => title)).toEqual(['Evening', 'Early', 'Dawn']);
    await put([
      { id: 'evening', title: 'Evening' },
      { id: 'morning', title: 'Early' },
    ]).expect(200);
    expect((await put([{ id: 'evening', title: 'Evening' }]).expect(422)).body.detail).toContain('Early');
    expect(
      (
        await put([
          { id: 'evening', title: 'E' },
          { id: 'morning', title: 'e' },
        ]).expect(422)
      ).body.errors[0].field,
    ).toBe('sections.1.title');
  });
});

describe('importing a roster', () => {
  let server: TestServer;
  let teodora: Client;
  const send = (text: string, confirm = false, columns: object | null = null) =>
    teodora.send('post', `${C}/roster/import`, { text, columns, confirm });
  const count = async () => (await teodora.get(`${C}/roster`)).body.people.length as number;
  beforeEach(async () => {
    server = await testServer();
    teodora = await server.as('teodora');
  });
  afterEach(() => server.close());
  const file = (n: number) =>
    ['Student number;Given name;Family name;E-mail;Section']
      .concat(
        Array.from(
          { length: n },
          (_, i) => `N${i};Given${i};Family${i};p${i}@fenwick-hollow.example;${i % 2 ? 'morning' : 'Noon'}`,
        ),
      )
      .join('\r\n');

  it('shows everything first and writes nothing; then all good rows, none of the bad, and nothing twice', async () => {
    const text = `\uFEFF${file(200)}\r\nN0;Twice;Number;x@y.example;\r\nN900;No;Mail;;\r\nN901;Bad;Mail;not a mail;morning`;
    const before = await count();
    const seen = (await send(text).expect(200)).body;
    expect(seen).toMatchObject({ counts: { new: 200, error: 3 }, written: false });
    expect(
      seen.rows
        .filter(({ kind }: { kind: string }) => kind === 'error')
        .map(({ line }: { line: number }) => line),
    ).toEqual([202, 203, 204]);
    expect(await count()).toBe(before);
    expect((await send(text, true).expect(200)).body.written).toBe(true);
    expect(await count()).toBe(before + 200);
    expect((await send(text).expect(200)).body.counts).toMatchObject({ new: 0, changed: 0, same: 200 });
    await send(text, true).expect(200);
    expect(await count()).toBe(before + 200);
  });
  it('takes commas, semicolons and tabs, columns in any order, and columns chosen by hand', async () => {
    for (const separator of [',', ';', '\t']) {
      const { body } = await send(
        ['E-mail', 'Given name'].join(separator) + `\n` + ['a@b.example', 'Ana'].join(separator),
      ).expect(200);
      expect(body.counts.new).toBe(1);
    }
    const strange = 'was,wer\nana@b.example,Ana';
    expect((await send(strange).expect(200)).body).toMatchObject({ columns: {}, rows: [] });
    expect((await send(strange, false, { email: 0, givenName: 1 }).expect(200)).body.counts.new).toBe(1);
  });
  it('says clearly what cannot be read at all', async () => {
    expect((await send('only one line').expect(422)).body.errors[0].field).toBe('text');
    expect((await send(file(100_000)).expect(422)).body.detail).toContain('at most 20,000');
  });
  it('makes the sections it names, once', async () => {
    await send(file(4), true).expect(200);
    const { sections } = (await teodora.get(`${C}/roster`)).body as RosterView;
    expect(sections.map(({ title }) => title)).toEqual(['morning', 'evening', 'Noon']);
  });
});

describe('groups', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  const groups = (a: string[], b: string[]) => [
    { id: 'linnet', title: 'Linnet Brook', members: a.map((id) => ({ id, locked: false })) },
    { id: 'marl', title: 'Marl Beck', members: b.map((id) => ({ id, locked: true })) },
  ];
  const save = (version: number, of: object[], confirmed = false) =>
    c.teodora.send('put', `${C}/group-plans/streams`, { version, title: 'Streams', groups: of, confirmed });
  beforeEach(async () => {
    c = await withForum();
    await save(0, groups(['ines', 'bram'], ['chidi'])).expect(200);
  });
  afterEach(() => c.server.close());

  it('are saved as a whole, with who is locked; two who change them are told', async () => {
    const { plans } = (await c.teodora.get(`${C}/roster`)).body as RosterView;
    expect(plans[0]).toMatchObject({
      version: 1,
      usedBy: [],
      groups: [{ members: { length: 2 } }, { members: [{ id: 'chidi', locked: true }] }],
    });
    await save(1, groups(['ines'], ['chidi'])).expect(200);
    await save(1, groups([], [])).expect(409);
    await save(2, groups(['ines', 'ines'], [])).expect(422);
    await save(2, groups(['teodora'], [])).expect(422);
  });
  it('a move says what it means in a forum under way before it is made', async () => {
    const forum = (await c.teodora.get(`${F}/settings`)).body;
    const settings = {
      ...forum.settings,
      title: 'In groups',
      itemId: null,
      rules: { ...forum.settings.rules, readers: 'group', groupPlanId: 'streams' },
    };
    await c.teodora
      .send('put', `${C}/forums/grouped/settings`, { version: 0, settings, publish: true })
      .expect(200);
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.ines
      .send('post', `${C}/forums/grouped/posts`, {
        id: 'grouped-mine',
        parentId: null,
        doc: {
          type: 'doc',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'one two three four five six' }] }],
        },
        starter: false,
        draft: null,
      })
      .expect(200);
    const { body } = await save(1, groups(['bram'], ['chidi', 'ines'])).expect(409);
    expect(body.code).toBe('moveChanges');
    expect(body.current).toEqual([
      {
        student: 'ines Example',
        forum: 'In groups',
        from: 'Linnet Brook',
        to: 'Marl Beck',
        posts: 1,
        reading: 'reseals',
      },
    ]);
    await save(1, groups(['bram'], ['chidi', 'ines']), true).expect(200);
    await save(2, [groups([], ['chidi', 'ines'])[1]!], true).expect(422);
    await c.teodora.send('delete', `${C}/group-plans/streams`).expect(409);
  });
  it('a file that changes sections says what that means in forums under way, before it is written', async () => {
    const { settings } = (await c.teodora.get(`${F}/settings`)).body;
    const rules = { ...settings.rules, readers: 'section' };
    await c.teodora
      .send('put', `${C}/forums/apart/settings`, {
        version: 0,
        settings: { ...settings, title: 'Apart', itemId: null, rules },
        publish: true,
      })
      .expect(200);
    const { people } = (await c.teodora.get(`${C}/roster`)).body as RosterView;
    const { email } = people.find(({ id }) => id === 'ines')!;
    const read = (section: string, confirm = false) =>
      c.teodora.send('post', `${C}/roster/import`, {
        text: `E-mail,Section\n${email},${section}`,
        columns: null,
        confirm,
      });
    const move = { student: 'ines Example', forum: 'Apart', posts: 0 };
    expect((await read('evening').expect(200)).body.moves).toMatchObject([
      { ...move, from: 'morning', to: 'evening' },
    ]);
    expect((await read('Noon').expect(200)).body.moves).toMatchObject([
      { ...move, from: 'morning', to: 'Noon' },
    ]);
    expect((await read('morning').expect(200)).body.moves).toEqual([]);
    await read('evening', true).expect(200);
    expect((await read('evening').expect(200)).body.moves).toEqual([]);
  });
  it('a plan no forum uses can be taken away', async () => {
    await c.pilar.send('delete', `${C}/group-plans/streams`).expect(404);
    await c.teodora.send('delete', `${C}/group-plans/streams`).expect(200);
    expect((await c.teodora.get(`${C}/roster`)).body.plans).toEqual([]);
  });
});

import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumForEdit } from '../../contract/plan';
import {
  at,
  C,
  F,
  settings,
  testServer,
  withForum,
  type Client,
  type TestServer,
} from '../testing/testServer';

describe('an assistant limited to a section', () => {
  it('learns nothing of the own terms and audience of other students', async () => {
    const c = await withForum();
    const { settings: now, version } = (await c.teodora.get(`${F}/settings`).expect(200))
      .body as ForumForEdit;
    const own = (id: string, ids: string[]) => ({
      id,
      targets: { kind: 'students', ids },
      dates: { initialDue: { plusMinutes: 60 } },
      numbers: {},
    });
    const rules = {
      ...now.rules,
      audience: { kind: 'listed', sectionIds: [], groupIds: [], studentIds: ['ines', 'bram'] },
      ownTerms: [own('terms-1', ['ines']), own('terms-2', ['ines', 'bram'])],
    };
    await c.teodora
      .send('put', `${F}/settings`, { version, settings: { ...now, rules }, publish: false, confirmed: true })
      .expect(200);
    for (const path of [`${F}/settings`, `${C}/plan`]) {
      const text = (await c.pilar.get(path).expect(200)).text;
      expect([path, text.includes('"ines"'), text.includes('terms-1')]).toEqual([path, false, false]);
      expect(text).toContain('"bram"');
      expect((await c.teodora.get(path).expect(200)).text).toContain('"ines"');
    }
    await c.server.close();
  });
});

describe('building a forum', () => {
  let server: TestServer;
  let teodora: Client;
  const save = (change: Parameters<typeof settings>[0] = {}, version = 0, publish = false) =>
    teodora.send('put', `${F}/settings`, { version, settings: settings(change), publish });
  beforeEach(async () => {
    server = await testServer();
    teodora = await server.as('teodora');
  });
  afterEach(() => server.close());

  it('makes a draft that students cannot find, and publishes it', async () => {
    const ines = await server.as('ines');
    expect((await save().expect(200)).body).toMatchObject({ status: 'draft', version: 1 });
    await ines.get(F).expect(404);
    await teodora.send('put', `${F}/status`, { version: 1, to: 'published' }).expect(200);
    await ines.get(F).expect(200);
  });
  it('takes the same request twice as one', async () => {
    await save().expect(200);
    expect((await save().expect(200)).body.version).toBe(1);
  });
  it('tells who saves over someone else’s version what they saved', async () => {
    await save().expect(200);
    const anselm = await server.as('anselm');
    await anselm
      .send('put', `${F}/settings`, { version: 1, settings: settings({}, 'Theirs'), publish: false })
      .expect(200);
    const { body } = await save({ graceMinutes: 5 }, 1).expect(409);
    expect(body).toMatchObject({ code: 'conflict', current: { version: 2, settings: { title: 'Theirs' } } });
  });
  it('is only for instructors; to students the plan does not exist', async () => {
    await save().expect(200);
    for (const who of ['pilar', 'ines']) {
      const client = await server.as(who);
      await client
        .send('put', `${F}/settings`, { version: 1, settings: settings(), publish: true })
        .expect(404);
    }
    await (await server.as('ines')).get(`${C}/plan`).expect(404);
    const plan = (await (await server.as('pilar')).get(`${C}/plan`).expect(200)).body;
    expect(plan.students.map((each: { name: { id: string } }) => each.name.id).sort()).toEqual([
      'bram',
      'dalia',
    ]);
  });
  it.each([
    [
      'an end before its start',
      { schedule: { ...settings().rules.schedule, postingFrom: at('03-11 08:00') } },
      'settings.rules.schedule.postingUntil',
    ],
    [
      'more people than replies',
      { required: { ...settings().rules.required, different: 9 } },
      'settings.rules.required.different',
    ],
    ['a seal in a journal', { readers: 'staff' as const }, 'settings.rules.seal'],
    ['a negative number', { graceMinutes: -1 }, 'settings.rules.graceMinutes'],
    ['another course’s category', {}, 'categoryId'],
  ])('refuses %s at its field', async (_, change, field) => {
    const body = {
      version: 0,
      publish: false,
      settings: { ...settings(change), ...(field === 'categoryId' ? { categoryId: 'nobodys' } : {}) },
    };
    const answer = await teodora.send('put', `${F}/settings`, body).expect(422);
    expect(answer.body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });
  it('refuses unknown fields and an empty title', async () => {
    const withMore = { ...settings(), kind: 'x' };
    expect(
      (
        await teodora
          .send('put', `${F}/settings`, { version: 0, settings: withMore, publish: false })
          .expect(422)
      ).body.errors[0].field,
    ).toBe('settings.kind');
    expect(
      (
        await teodora
          .send('put', `${F}/settings`, {
            version: 0,
            settings: { ...settings(), title: ' ' },
            publish: false,
          })
          .expect(422)
      ).body.errors[0].field,
    ).toBe('settings.title');
  });
  it('keeps a draft whose points do not add up, and refuses to publish it', async () => {
    const evaluation = { ...settings().rules.evaluation!, maximum: 900 };
    await save({ evaluation }).expect(200);
    const { body } = await teodora.send('put', `${F}/status`, { version: 1, to: 'published' }).expect(422);
    expect(body).toMatchObject({
      code: 'checks',
      errors: [
        {
          field: 'evaluation',
          message: 'The parts do not add up. They come to 10.00, the maximum is 9.00.',
        },
      ],
    });
  });
  it('cleans what a prompt holds, and refuses what it may not', async () => {
    const prompt = (node: object) => ({ ...settings(), prompt: { type: 'doc', content: [node] } });
    const put = (node: object, id: string) =>
      teodora.send('put', `${C}/forums/${id}/settings`, {
        version: 0,
        settings: prompt(node),
        publish: false,
      });
    await put({ type: 'script', content: [] }, 'one1').expect(422);
    await put({ type: 'image', attrs: { src: 'https://a.example/x.png' } }, 'two2').expect(422);
    await put(
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] },
        ],
      },
      'thr3',
    ).expect(422);
    const { body } = await put(
      { type: 'paragraph', content: [{ type: 'text', text: '<img src=x onerror=alert(1)>' }] },
      'four',
    ).expect(200);
    expect(body.promptHtml).toBe('<p>&lt;img src=x onerror=alert(1)&gt;</p>');
  });
  it('does not take another course’s forum for its own', async () => {
    await teodora.get('/api/courses/elsewhere/plan').expect(404);
    await teodora.get(`${C}/forums/nowhere/settings`).expect(404);
  });
});

describe('what is refused in a draft too', () => {
  it('forums that wait for each other, and completion of nothing', async () => {
    const { server, teodora } = await withForum();
    const waits = (forumId: string) => ({
      prerequisites: [{ forumId, condition: { kind: 'allPosts' as const } }],
    });
    const put = (id: string, rules: Parameters<typeof settings>[0], version = 0) =>
      teodora.send('put', `${C}/forums/${id}/settings`, {
        version,
        settings: settings(rules),
        publish: false,
      });
    await put('second', waits('floodplain')).expect(200);
    expect((await put('floodplain', waits('second'), 1).expect(422)).body.errors[0].field).toBe(
      'rules.prerequisites',
    );
    const required = { ...settings().rules.required, replies: 0 };
    expect((await put('third', { required }).expect(422)).body.errors[0].field).toBe('rules.evaluation');
    await server.close();
  });
  it('other readers once a student has posted', async () => {
    const { server, teodora, ines, write } = await withForum();
    await write(ines, 'post1', 6).expect(200);
    const body = { version: 1, settings: settings({ readers: 'section' }), publish: false };
    expect((await teodora.send('put', `${F}/settings`, body).expect(422)).body.errors[0].field).toBe(
      'rules.readers',
    );
    await server.close();
  });
});

describe('a forum with posts', () => {
  it('goes back to draft only while nobody has written; it can be frozen', async () => {
    const { server, teodora, ines, write } = await withForum();
    await write(ines, 'post1', 6).expect(200);
    const refused = await teodora.send('put', `${F}/status`, { version: 1, to: 'draft' }).expect(409);
    expect(refused.body.code).toBe('hasPosts');
    await teodora.send('put', `${F}/status`, { version: 1, to: 'frozen' }).expect(200);
    expect((await write(ines, 'post2', 6).expect(403)).body.code).toBe('phase');
    expect((await ines.get(F)).body).toMatchObject({ phase: 'readOnly', frozen: true });
    await server.close();
  });
  it('works everything out anew when its rules change', async () => {
    const { server, teodora, ines, write } = await withForum();
    await write(ines, 'post1', 6).expect(200);
    expect((await ines.get(F)).body.slots[0].state).toBe('met');
    const required = { ...settings().rules.required, initialMinWords: 7 };
    const body = { version: 1, settings: settings({ required }), publish: false };
    const warned = await teodora.send('put', `${F}/settings`, body).expect(409);
    expect(warned.body).toMatchObject({
      code: 'sealChanges',
      current: { reseals: ['ines Example'], unseals: [] },
    });
    expect((await ines.get(F)).body.slots[0].state).toBe('met');
    await teodora.send('put', `${F}/settings`, { ...body, confirmed: true }).expect(200);
    expect((await ines.get(F)).body.slots[0].state).toBe('short');
    const records = await server.db
      .selectFrom('record')
      .select(['what', 'actor_id'])
      .where('subject', '=', 'forum:floodplain')
      .execute();
    expect(records).toEqual([
      { what: 'forum.made', actor_id: 'teodora' },
      { what: 'forum.saved', actor_id: 'teodora' },
    ]);
    await server.close();
  });
});

import supertest from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { PASSWORD, testServer, type Client, type TestServer } from '../testing/testServer';

describe('administration', () => {
  let server: TestServer;
  let admin: Client;
  let teodora: Client;
  const course = {
    title: 'Coasts',
    code: 'CST 1',
    zone: 'Europe/Lisbon',
    firstDay: '2026-02-02',
    lastDay: '2026-05-29',
  };
  const someone = {
    givenName: 'Mirela',
    familyName: 'Novak',
    preferredName: null,
    sortableName: null,
    email: 'mirela@fenwick-hollow.example',
    administrator: false,
  };
  beforeEach(async () => {
    server = await testServer();
    await server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    admin = await server.as('anselm');
    teodora = await server.as('teodora');
  });
  afterEach(() => server.close());

  it('is there for administrators only', async () => {
    for (const path of ['/api/admin/courses', '/api/admin/people']) {
      await teodora.get(path).expect(404);
      await admin.get(path).expect(200);
    }
    await teodora.send('put', '/api/admin/courses/coasts', course).expect(404);
    await teodora.send('post', '/api/admin/people/ines/link', { reset: true }).expect(404);
  });
  it('tells of every course who teaches it, its size and when it was last used', async () => {
    await admin.send('put', '/api/admin/courses/coasts', course).expect(200);
    const listed = async () => (await admin.get('/api/admin/courses').expect(200)).body.rows;
    const of = async (id: string) => (await listed()).find((row: { id: string }) => row.id === id);
    expect(await of('coasts')).toMatchObject({
      instructors: [],
      students: 0,
      forums: 0,
      posts: 0,
      lastUsed: null,
      putAway: false,
    });
    server.now += 1000;
    await teodora
      .send('put', '/api/courses/rivers/sections', {
        sections: ['morning', 'evening'].map((id) => ({ id, title: `${id} class` })),
      })
      .expect(200);
    expect(await of('rivers')).toMatchObject({
      instructors: ['anselm Example', 'teodora Example'],
      students: 4,
      lastUsed: server.now,
    });
  });
  it('puts a course away from everyone’s list, where it still can be opened, and brings it back', async () => {
    const put = (who: Client, putAway: boolean) =>
      who.send('put', '/api/admin/courses/rivers/put-away', { putAway });
    const mine = async () =>
      (await teodora.get('/api/session')).body.courses.map(({ id }: { id: string }) => id);
    await put(teodora, true).expect(404);
    await put(admin, true).expect(200);
    expect(await mine()).not.toContain('rivers');
    await teodora.get('/api/courses/rivers').expect(200);
    await put(admin, false).expect(200);
    expect(await mine()).toContain('rivers');
    await admin.send('put', '/api/admin/courses/nowhere/put-away', { putAway: true }).expect(404);
  });
  it('makes a course and its instructor, who sets a password with the link and finds the course', async () => {
    await admin.send('put', '/api/admin/courses/coasts', course).expect(200);
    await admin.send('put', '/api/admin/courses/coasts', course).expect(200);
    await admin.send('put', '/api/admin/people/mirela', someone).expect(200);
    const { body } = await admin
      .send('put', '/api/admin/people/mirela/roles', { courseId: 'coasts', role: 'instructor' })
      .expect(200);
    expect(body.courses).toEqual([{ id: 'coasts', code: 'CST 1', role: 'instructor', removed: false }]);
    const { address } = (
      await admin.send('post', '/api/admin/people/mirela/link', { reset: false }).expect(200)
    ).body;
    await teodora
      .send('post', `/api/links/${address.split('/').at(-1)}`, { password: 'a long enough password' })
      .expect(200);
    const mirela = await server.as('mirela');
    expect((await mirela.get('/api/courses/coasts').expect(200)).body).toMatchObject({
      role: 'instructor',
      title: 'Coasts',
    });
    expect((await mirela.get('/api/courses/coasts/settings')).body.settings).toMatchObject({
      firstDay: '2026-02-02',
      lastDay: '2026-05-29',
    });
    await mirela.get('/api/courses/rivers').expect(404);
  });
  it('resets a password: the old one and its sessions end at once', async () => {
    const ines = await server.as('ines');
    await admin.send('post', '/api/admin/people/ines/link', { reset: true }).expect(200);
    expect((await ines.get('/api/session')).body.person).toBeNull();
    await supertest(server.app)
      .post('/api/session')
      .send({ email: 'ines@fenwick-hollow.example', password: PASSWORD })
      .expect(401);
  });
  it.each([
    [{ ...course, title: ' ' }, 'title'],
    [{ ...course, zone: 'Middle/Earth' }, 'zone'],
    [{ ...course, lastDay: '2026-01-01' }, 'lastDay'],
    [{ ...course, firstDay: 'soon' }, 'firstDay'],
  ])('refuses a course at the field: %j', async (body, field) => {
    const answer = await admin.send('put', '/api/admin/courses/coasts', body).expect(422);
    expect(answer.body.errors[0].field).toBe(field);
  });
  it('refuses an e-mail someone has, and taking one’s own part of administrator away', async () => {
    await admin
      .send('put', '/api/admin/people/mirela', { ...someone, email: 'INES@fenwick-hollow.example' })
      .expect(422);
    await admin
      .send('put', '/api/admin/people/anselm', { ...someone, email: 'anselm@fenwick-hollow.example' })
      .expect(422);
  });
});

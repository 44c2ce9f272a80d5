import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import supertest from 'supertest';
import type { Endpoint } from '../../contract/endpoint';
import { endpoints } from '../../contract/openapi';
import { reviewed } from '../testing/reviewed';
import { PASSWORD, settings, withForum, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;

const PARAMS: Record<string, string> = {
  case: 'case-one',
  one: 'bram-opens',
  other: 'chidi-opens',
  course: 'rivers',
  forum: 'floodplain',
  student: 'bram',
  person: 'bram',
  section: 'morning',
  at: '1772400000000',
  post: 'nothing-of-this-name',
  item: 'floodplain',
};
const inCourse = (who: string) =>
  endpoints.filter(
    ({ path, summary }) =>
      path.startsWith('/api/courses/:course') && summary.includes(`(${who}`) && !summary.includes('demo'),
  );
const pathOf = ({ path }: Endpoint) =>
  path.replace(/:(\w+)/g, (_, name: string) => PARAMS[name] ?? 'nothing-of-this-name');
const cases = (of: readonly Endpoint[]) =>
  of.map((each): [string, Endpoint] => [`${each.method} ${each.path}`, each]);

/** What the summary of an endpoint promises about who may use it is what the server does. */
describe('who may use the API', () => {
  let c: Setting;
  let agent: ReturnType<typeof supertest.agent>;
  const ask = async (who: Client, endpoint: Endpoint) =>
    endpoint.method === 'get'
      ? (await who.get(pathOf(endpoint))).status
      : (await who.send(endpoint.method, pathOf(endpoint), {})).status;
  /** The part in the course is looked at before anything that was sent, so that an empty body is no reason to refuse. */
  const refused = [403, 404];
  beforeAll(async () => {
    const { seal, evaluation, required } = settings().rules;
    c = await withForum({ ...reviewed(), seal, evaluation, required: { ...required, reviews: 1 } });
    await c.write(c.bram, 'bram-opens', 8).expect(200);
    await c.write(c.chidi, 'chidi-opens', 8).expect(200);
    await c.teodora
      .send('post', '/api/courses/rivers/cases', {
        ...{ id: 'case-one', title: 'A case', students: ['bram'], first: null },
      })
      .expect(200);
    agent = supertest.agent(c.server.app);
    const email = 'teodora@fenwick-hollow.example';
    await agent.post('/api/session').send({ email, password: PASSWORD }).expect(200);
  });
  afterAll(() => c.server.close());

  it('says in every summary whom an endpoint is for', () => {
    const told = {
      staff: '(staff',
      instructor: '(instructor)',
      student: '(student',
      admin: '(administrator)',
    };
    for (const { who, summary } of endpoints)
      if (who in told) expect(summary).toContain(told[who as keyof typeof told]);
  });
  it('knows endpoints for each kind of person', () => {
    for (const who of ['instructor', 'staff', 'student']) expect(inCourse(who).length).toBeGreaterThan(1);
  });
  it.each(cases(endpoints.filter(({ path }) => path.startsWith('/api/courses'))))(
    'nobody who is not signed in: %s',
    async (_, endpoint) => {
      const { status, body } = await supertest(c.server.app)[endpoint.method](pathOf(endpoint)).send({});
      expect([401, 403, 404]).toContain(status);
      expect(JSON.stringify(body)).not.toMatch(/Linnet|Example|floodplain\?/);
    },
  );
  it.each(cases([...inCourse('staff'), ...inCourse('instructor')]))('no student: %s', async (_, endpoint) => {
    expect(refused).toContain(await ask(c.ines, endpoint));
  });
  it.each(cases(inCourse('instructor')))('no assistant: %s', async (_, endpoint) => {
    expect(refused).toContain(await ask(c.pilar, endpoint));
  });
  it.each(cases(inCourse('student')))('no staff, whose own work it would be: %s', async (_, endpoint) => {
    expect(refused).toContain(await ask(c.teodora, endpoint));
  });
  it.each(
    cases(
      inCourse('staff').filter(
        ({ method, path, query }) =>
          method === 'get' && !path.includes(':post') && query.safeParse({}).success,
      ),
    ),
  )('the instructor: %s', async (_, endpoint) => {
    expect(await ask(c.teodora, endpoint)).toBe(200);
  });
  it.each(cases(endpoints.filter(({ summary }) => summary.includes('(administrator)'))))(
    'no instructor, where the administrator works: %s',
    async (_, endpoint) => {
      expect(refused).toContain(await ask(c.teodora, endpoint));
    },
  );
  it.each(cases([...inCourse('staff'), ...inCourse('instructor')].filter(({ method }) => method !== 'get')))(
    'nothing is written without the token of the session: %s',
    async (_, endpoint) => {
      const { status, body } = await agent[endpoint.method](pathOf(endpoint)).send({});
      expect([status, body.code]).toEqual([403, 'writeToken']);
    },
  );
});

import { toJson } from '../db/json';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { Agent } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import supertest, { type Test } from 'supertest';
import type { Endpoint } from '../../contract/endpoint';
import { endpoints } from '../../contract/openapi';
import { newForum } from '../../contract/newForum';
import type { ForumSettings } from '../../contract/forumSettings';
import { textOf } from '../../core/text/textOf';
import { fromWallClock } from '../../core/time/wallClock';
import { createApp } from '../app';
import { holdToDeclared } from './declaredChanges';
import { assemble } from '../assemble';
import type { CourseCache } from '../course/setup/courseCache';
import { openDatabase, type Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { folderTransport, type MailTransport } from '../mail/transport';
import { receivedIsWritten } from '../readMarks/received';
import { hashPassword } from '../sessions/passwords';
import { openSession, SESSION_COOKIE } from '../sessions/sessions';

export const PASSWORD = 'a long enough password';
export const at = (monthDayTime: string): number =>
  fromWallClock(`2026-${monthDayTime.replace(' ', 'T')}`, 'Europe/Lisbon');

/** Someone signed in, asking the API. */
export interface Client {
  readonly token: string;
  get(path: string): Test;
  upload(id: string, bytes: Buffer, name?: string): Test;
  send(method: 'post' | 'put' | 'patch' | 'delete', path: string, body?: object): Test;
}

/** A running API over a real data file, with a clock the test moves. */
export interface TestServer {
  readonly db: Db;
  readonly app: ReturnType<typeof createApp>;
  readonly deps: Deps;
  readonly courses: CourseCache;
  readonly dataFolder: string;
  now: number;
  wall: number;
  as(personId: string): Promise<Client>;
  close(): Promise<void>;
}

/** The paths of the API, as they are told from addresses: those with the most words of their own first. */
const promised = [...endpoints]
  .sort((one, other) => one.path.split(':').length - other.path.split(':').length)
  .map((endpoint) => ({
    endpoint,
    pattern: new RegExp(`^${endpoint.path.replaceAll('.', '\\.').replace(/:\w+/g, '[^/]+')}$`),
  }));

/** The endpoint that an address leads to; undefined for what is no endpoint of ours. */
function endpointOf(method: string, path: string): Endpoint | undefined {
  const [bare = ''] = path.split('?');
  return promised.find((each) => each.endpoint.method === method && each.pattern.test(bare))?.endpoint;
}

/** Holds whatever is answered well to what the endpoint promises. */
function keepsPromise(request: Test, method: string, path: string): Test {
  const endpoint = endpointOf(method, path);
  if (endpoint === undefined) return request;
  return request.expect(({ status, body }) => {
    if (status !== 200) return;
    const { success, error } = endpoint.answer.safeParse(body);
    if (!success)
      throw new Error(
        `${method} ${path} answered what it does not promise: ${JSON.stringify(error.issues[0])}`,
      );
  });
}

async function layOut(db: Db): Promise<void> {
  const password_hash = await hashPassword(PASSWORD);
  const course = (id: string, title: string) =>
    db
      .insertInto('course')
      .values({
        id,
        title,
        code: 'RVC 210',
        zone: 'Europe/Lisbon',
        term_start: at('02-02 00:00'),
        term_end: at('03-30 00:00'),
      })
      .execute();
  await course('rivers', 'Rivers and Cities');
  await course('elsewhere', 'Another course');
  for (const id of ['morning', 'evening']) {
    await db.insertInto('section').values({ id, course_id: 'rivers', title: id, position: 0 }).execute();
  }
  await db
    .insertInto('category')
    .values({
      id: 'hearings',
      course_id: 'rivers',
      title: 'Hearings',
      weight: 10_000,
      zero_for_missing: 1,
      position: 0,
    })
    .execute();
  const people: [string, 'instructor' | 'assistant' | 'student', string | null][] = [
    ['teodora', 'instructor', null],
    ['anselm', 'instructor', null],
    ['pilar', 'assistant', null],
    ['ines', 'student', 'morning'],
    ['bram', 'student', 'evening'],
    ['chidi', 'student', 'morning'],
    ['dalia', 'student', 'evening'],
  ];
  for (const [id, role, section] of people) {
    await db
      .insertInto('person')
      .values({
        id,
        email: `${id}@fenwick-hollow.example`,
        given_name: id,
        family_name: 'Example',
        preferred_name: null,
        sortable_name: `Example, ${id}`,
        password_hash,
        made_in: role === 'student' ? 'rivers' : null,
      })
      .execute();
    await db
      .insertInto('member')
      .values({
        course_id: 'rivers',
        person_id: id,
        role,
        section_id: section,
        sections: role === 'assistant' ? toJson(['evening']) : null,
        student_number: `=${id}`,
        enrolled_from: at('01-26 08:00'),
        removed_at: null,
      })
      .execute();
  }
}

/** Settings of a sealed forum with two due dates and 10 points; a test says what differs. */
export function settings(
  change: Partial<ForumSettings['rules']> = {},
  title = 'Who owns the floodplain?',
): ForumSettings {
  const base = newForum();
  return {
    ...base,
    title,
    categoryId: 'hearings',
    prompt: textOf('Say who owns it.'),
    rules: {
      ...base.rules,
      schedule: {
        ...base.rules.schedule,
        initialDue: at('03-04 23:59'),
        repliesDue: at('03-08 23:59'),
        postingUntil: at('03-10 23:59'),
      },
      required: { ...base.rules.required, initialMinWords: 5, replies: 1, replyMinWords: 3 },
      ...change,
    },
  };
}

export const words = (n: number, word = 'river') => textOf(Array.from({ length: n }, () => word).join(' '));

/** Data with the people and courses of the tests in it, laid out once and copied for every server. */
let prepared: Promise<string> | null = null;

async function prepare(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-prepared-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  // A worker of Vitest is ended by a signal.
  process.once('SIGTERM', () => process.exit());
  const db = openDatabase(folder);
  await layOut(db);
  await db.destroy();
  return folder;
}

export async function testServer(
  transportIn: (dataFolder: string) => MailTransport = folderTransport,
  /** Tests write faster than anybody types. */
  writesAMinute = 1_000_000,
): Promise<TestServer> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'juror-api-'));
  cpSync(await (prepared ??= prepare()), dataFolder, { recursive: true });
  const transport = transportIn(dataFolder);
  const db = openDatabase(dataFolder);
  const time = { now: at('03-02 12:00'), wall: at('03-02 12:00') };
  const clock = { now: () => time.now, wall: () => time.wall };
  const log = pino({ level: 'silent' });
  const address = 'https://juror.example';
  const deps = assemble({ db, clock, log, dataFolder, transport, address, demo: null, writesAMinute });
  const app = holdToDeclared(createApp(deps, { webFolder: null }), deps, endpointOf);
  // It listens once, and connections stay: a port and a connection for every request would take as long as what is asked.
  const listening = app.listen(0, '127.0.0.1');
  await once(listening, 'listening');
  const connections = new Agent({ keepAlive: true });
  return {
    db,
    app,
    deps,
    courses: deps.courses,
    dataFolder,
    get now() {
      return time.now;
    },
    set now(value) {
      time.now = value;
    },
    get wall() {
      return time.wall;
    },
    set wall(value) {
      time.wall = value;
    },
    async as(personId) {
      const opened = await openSession(deps, personId);
      const token = opened.session.writeToken;
      const cookie = `${SESSION_COOKIE}=${opened.token}`;
      const agent = supertest.agent(listening).set('Cookie', cookie);
      const kept = (request: Test): Test => request.agent(connections);
      return {
        token,
        get: (path) => keepsPromise(kept(agent.get(path)), 'get', path),
        upload: (id, bytes, name = 'x.png') =>
          agent.post(`${C}/files`).set('X-Juror-Token', token).field('id', id).attach('file', bytes, name),
        send: (method, path, body) =>
          keepsPromise(kept(agent[method](path)), method, path)
            .set('X-Juror-Token', token)
            .send(body ?? {}),
      };
    },
    async close() {
      connections.destroy();
      listening.close();
      await deps.live.settled();
      deps.live.stop();
      await deps.releases.stop();
      await deps.settling.stop();
      deps.comparing.stop();
      await deps.mailer.stop();
      await receivedIsWritten(db);
      await db.destroy();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

/** Puts students into the evening section, and lets an assistant work with that section alone. */
export async function keepToEvening(
  server: TestServer,
  assistant: string,
  students: readonly string[],
): Promise<void> {
  const member = server.db.updateTable('member').where('course_id', '=', 'rivers');
  await member.set({ section_id: 'evening' }).where('person_id', 'in', students).execute();
  await member
    .set({ sections: toJson(['evening']) })
    .where('person_id', '=', assistant)
    .execute();
  server.courses.forget('rivers');
}

/** Puts a student into no section. */
export async function takeFromSection(server: TestServer, student: string): Promise<void> {
  await server.db
    .updateTable('member')
    .set({ section_id: null })
    .where('course_id', '=', 'rivers')
    .where('person_id', '=', student)
    .execute();
  server.courses.forget('rivers');
}

export const C = '/api/courses/rivers';
export const F = `${C}/forums/floodplain`;

/** A published forum `floodplain`, and everyone signed in. */
export async function withForum(change: Partial<ForumSettings['rules']> = {}) {
  const server = await testServer();
  const [teodora, pilar, ines, bram, chidi] = await Promise.all(
    ['teodora', 'pilar', 'ines', 'bram', 'chidi'].map((id) => server.as(id)),
  );
  await teodora!
    .send('put', `${F}/settings`, { version: 0, settings: settings(change), publish: true })
    .expect(200);
  const write = (who: Client, id: string, n: number, parentId: string | null = null, starter = false) =>
    who.send('post', `${F}/posts`, { id, parentId, doc: words(n), starter, draft: null });
  return { server, teodora: teodora!, pilar: pilar!, ines: ines!, bram: bram!, chidi: chidi!, write };
}

/** Posts a text in a forum. */
export const postText = (who: Client, id: string, text: string, parentId: string | null = null, forum = F) =>
  who
    .send('post', `${forum}/posts`, { id, parentId, doc: textOf(text), starter: false, draft: null })
    .expect(200);

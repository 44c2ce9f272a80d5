import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { forumSettings } from '../contract/forumSettings';
import { openDatabase, type Db } from '../server/db/open';
import { START, studentIds, when } from './course';
import { demoForums } from './forums';
import { layOutDemo } from './layOut';
import { demoActions } from './posts';

describe('the demo course', () => {
  let db: Db;
  let folder = '';
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'juror-demo-'));
    db = openDatabase(folder);
    await layOutDemo(db, folder);
  }, 60_000);
  afterAll(async () => {
    await db.destroy();
    rmSync(folder, { recursive: true });
  });

  it('is the same every time', () => {
    expect(demoActions()).toEqual(demoActions());
    expect(new Set(studentIds).size).toBe(36);
  });
  it('holds forums the server would take, drafts among them', () => {
    for (const { settings } of demoForums) expect(forumSettings.safeParse(settings).success).toBe(true);
    expect(demoForums.filter(({ publish }) => !publish)).toHaveLength(2);
  });
  it('has everything written before its start', async () => {
    const { at } = await db
      .selectFrom('revision')
      .select((eb) => eb.fn.max('at').as('at'))
      .executeTakeFirstOrThrow();
    expect(at).toBeLessThan(START);
  });
  it('has a placeholder edited after unsealing, a removed post, a late one, someone with nothing, an unanswered post', async () => {
    const revisions = await db
      .selectFrom('revision')
      .innerJoin('post', 'post.id', 'revision.post_id')
      .select(['words', 'number', 'post.author_id', 'parent_id'])
      .where('forum_id', '=', 'floodplain')
      .execute();
    expect(
      revisions.find((row) => row.author_id === 'rafael-osei' && row.number === 1 && row.parent_id === null)
        ?.words,
    ).toBe(2);
    expect(
      revisions.some((row) => row.author_id === 'rafael-osei' && row.number === 2 && row.words > 90),
    ).toBe(true);
    expect(revisions.some((row) => row.author_id === 'vasco-pereira')).toBe(false);
    const removals = await db.selectFrom('removal').select(['by', 'why']).orderBy('from').execute();
    expect(removals).toEqual([
      { by: 'teodora', why: expect.stringContaining('People in this class live there') as string },
      { by: 'lucie-vondrackova', why: null },
      { by: 'kaarel-tamm', why: null },
    ]);
    const posts = await db
      .selectFrom('post')
      .select(['id', 'parent_id', 'author_kind'])
      .where('forum_id', '=', 'floodplain')
      .execute();
    expect(
      posts.some(
        ({ id, parent_id, author_kind }) =>
          parent_id === null && author_kind === 'student' && !posts.some((other) => other.parent_id === id),
      ),
    ).toBe(true);
  });
  it('has an aside with its answer, a post that waits, and one that was given back with a reason', async () => {
    const asides = await db
      .selectFrom('post')
      .select(['author_id', 'aside_with'])
      .where('aside_with', 'is not', null)
      .orderBy('created_at')
      .execute();
    expect(asides).toEqual([
      { author_id: 'teodora', aside_with: 'tomas-abreu' },
      { author_id: 'tomas-abreu', aside_with: 'tomas-abreu' },
    ]);
    const decisions = await db
      .selectFrom('approval')
      .select(['post_id', 'state', 'reason'])
      .orderBy('at')
      .execute();
    const last = new Map(decisions.map((row) => [row.post_id, row]));
    const states = [...last.values()].map(({ state }) => state);
    expect(states.filter((state) => state === 'held')).toHaveLength(1);
    expect([...last.values()].find(({ state }) => state === 'returned')!.reason).toContain(
      'the walk on Saturday',
    );
  });
  it('has someone who read on after a placeholder, before they wrote', async () => {
    const { n } = await db
      .selectFrom('received')
      .select((eb) => eb.fn.countAll<number>().as('n'))
      .where('person_id', '=', 'rafael-osei')
      .where('at', '<', when('02-20 01:35'))
      .executeTakeFirstOrThrow();
    expect(n).toBe(21);
  });
  it('tells conversations in which nobody repeats another, or answers what is not there yet', () => {
    const posts = demoActions().flatMap((action) => (action.do === 'post' ? [action] : []));
    const paragraphs = posts.flatMap(({ text }) => text.split('\n\n').filter((each) => each.length > 60));
    expect(new Set(paragraphs).size).toBe(paragraphs.length);
    const writtenAt = new Map(posts.map(({ id, at }) => [id, at]));
    expect(writtenAt.size).toBe(posts.length);
    for (const { to, at, id } of posts)
      if (to !== null) expect(writtenAt.get(to), `what ${id} answers`).toBeLessThan(at);
  });
  it('has a thread six levels deep', async () => {
    const posts = await db.selectFrom('post').select(['id', 'parent_id']).execute();
    const parents = new Map(posts.map(({ id, parent_id }) => [id, parent_id]));
    const depth = (id: string): number => (parents.get(id) ? 1 + depth(parents.get(id)!) : 0);
    expect(Math.max(...posts.map(({ id }) => depth(id)))).toBeGreaterThanOrEqual(6);
  });
  it('has people who have read some, and not all, and nothing of another journal', async () => {
    const marks = await db
      .selectFrom('read_mark')
      .innerJoin('post', 'post.id', 'read_mark.post_id')
      .select(['person_id', 'post.author_id', 'forum_id', 'space_id'])
      .execute();
    expect(marks.length).toBeGreaterThan(500);
    expect(marks.some(({ person_id, author_id }) => person_id === author_id)).toBe(false);
    const journals = marks.filter(({ forum_id }) => forum_id === 'river-journal');
    const readers = journals.filter(({ person_id }) => studentIds.includes(person_id));
    expect(readers.every(({ person_id, space_id }) => space_id === person_id)).toBe(true);
  });
});

describe('a server that is killed', () => {
  const folder = mkdtempSync(join(tmpdir(), 'juror-killed-'));
  let child: ChildProcess | null = null;
  afterAll(() => {
    child?.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  });
  const start = () =>
    new Promise<number>((resolve, reject) => {
      child = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
        env: { ...process.env, PORT: '0', JUROR_DATA: folder },
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      let said = '';
      child.stdout!.on('data', (bytes: Buffer) => {
        said += bytes.toString();
        const port = /localhost:(\d+)/.exec(said)?.[1];
        if (port) resolve(Number(port));
      });
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    });
  const ended = () => new Promise((resolve) => child!.once('exit', resolve));

  it('has kept what it acknowledged, and its clock does not run backwards', async () => {
    const port = await start();
    const base = `http://127.0.0.1:${port}`;
    const signIn = await fetch(`${base}/api/demo/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{"personId":"hana-lindqvist"}',
    });
    const cookie = signIn.headers.get('set-cookie')!.split(';')[0]!;
    const { token } = (await signIn.json()) as { token: string };
    const doc = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'written just before the end' }] }],
    };
    const written = await fetch(`${base}/api/courses/rvc210/forums/small-rivers/posts`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', cookie, 'X-Juror-Token': token },
      body: JSON.stringify({ id: 'last-post', parentId: null, doc, starter: false, draft: null }),
    });
    expect(written.status).toBe(200);
    const gone = ended();
    child!.kill('SIGKILL');
    await gone;
    const again = await start();
    const now = Number((await fetch(`http://127.0.0.1:${again}/api/session`)).headers.get('x-juror-now'));
    const stopped = ended();
    child!.kill('SIGTERM');
    await stopped;
    const db = openDatabase(folder);
    const row = await db
      .selectFrom('revision')
      .select(['text', 'at'])
      .where('post_id', '=', 'last-post')
      .executeTakeFirstOrThrow();
    expect(row.text).toBe('written just before the end');
    expect(now).toBeGreaterThanOrEqual(row.at);
    await db.destroy();
  }, 60_000);
});

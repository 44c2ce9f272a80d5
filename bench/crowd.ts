import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { textOf } from '../core/text/textOf';
import { openDatabase } from '../server/db/open';
import { someWords } from './ownWords';
import type { Row } from './row';
import { Server, type Signed } from './servedApart';
import { FORUM, LARGE, signedIn } from './signedIn';

const PEOPLE = 200;
/** Posts that stand in the forum before anybody comes. */
const POSTS = 600;
const SECONDS = Number(process.env.CROWD_SECONDS ?? 60);
/** Between two things that one person does, ms. */
const PAUSE = [2500, 6500] as const;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const pause = () => wait(PAUSE[0] + Math.random() * (PAUSE[1] - PAUSE[0]));
const percentile = (times: number[], share: number) =>
  times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;

/** What everybody does, and what became of it. */
class Crowd {
  readonly times: number[] = [];
  readonly byKind = new Map<string, number[]>();
  readonly errors: string[] = [];
  /** How often anybody was told of changed posts. */
  told = 0;
  readonly acknowledged = new Map<string, string>();
  #written = 0;

  constructor(
    private readonly server: Server,
    private readonly people: readonly Signed[],
  ) {}

  /** Forgets what was measured so far. */
  begin(): void {
    this.times.length = 0;
    this.told = 0;
    this.byKind.clear();
  }

  /** Asks, and keeps how long it took or what went wrong; null where no answer came. */
  async #timed(who: Signed, method: string, path: string, body?: object) {
    const answer = await this.server.ask(who, method, path, body).catch((error: unknown) => {
      this.errors.push(`${method} ${path}: ${String(error)}`);
      return null;
    });
    if (answer === null) return null;
    this.times.push(answer.ms);
    const kind = `${method} ${path.split('?')[0]!.split('/').at(-1)!}`;
    this.byKind.set(kind, [...(this.byKind.get(kind) ?? []), answer.ms]);
    if (answer.status !== 200)
      this.errors.push(`${method} ${path}: ${answer.status} ${answer.text.slice(0, 120)}`);
    return answer;
  }

  /** Writes an answer to one of the posts; sent again with the same id until the server has acknowledged it. */
  async write(who: Signed, patient: boolean): Promise<void> {
    const id = `crowd-${this.#written++}-${randomBytes(4).toString('hex')}`;
    const text = `Said once, ${id}: ${someWords(20).join(' ')}.`;
    const body = {
      id,
      parentId: `large-p${Math.floor(Math.random() * POSTS)}`,
      doc: textOf(text),
      starter: false,
      draft: null,
    };
    for (;;) {
      const answer = patient
        ? await this.server.ask(who, 'POST', `${FORUM}/posts`, body).catch(() => null)
        : await this.#timed(who, 'POST', `${FORUM}/posts`, body);
      if (answer?.status === 200) this.acknowledged.set(id, text);
      if (answer?.status === 200 || !patient) return;
      await wait(100);
    }
  }

  /** Opens everybody's stream, and asks for what it says has changed and does not bring, as browsers do; what is returned leaves. */
  async join(): Promise<() => void> {
    const closings: (() => void)[] = [];
    for (const who of this.people) {
      let changed = new Set<string>();
      let timer: NodeJS.Timeout | undefined;
      let takenAt = -Infinity;
      const take = () => {
        timer = undefined;
        takenAt = performance.now();
        const some = [...changed].slice(0, 100);
        changed = new Set();
        void this.#timed(who, 'GET', `${FORUM}/changed?posts=${some.join(',')}`);
      };
      const close = this.server.listen(who, LARGE, (posts, spread, isBrought) => {
        this.told++;
        if (isBrought) return;
        for (const id of posts) changed.add(id);
        if (timer !== undefined || changed.size === 0) return;
        const soon = 150 + Math.random() * spread;
        const busy = takenAt + 3000 + Math.random() * spread - performance.now();
        timer = setTimeout(take, Math.max(soon, busy));
      });
      closings.push(() => {
        clearTimeout(timer);
        close();
      });
      await wait(15);
    }
    return () => closings.forEach((close) => close());
  }

  /** Reads and writes for a while. */
  async live(seconds: number): Promise<void> {
    const until = performance.now() + seconds * 1000;
    await Promise.all(
      this.people.map(async (who) => {
        await wait(Math.random() * PAUSE[1]);
        while (performance.now() < until) {
          const what = Math.random();
          const posts = Array.from({ length: 5 }, () => `large-p${Math.floor(Math.random() * POSTS)}`);
          if (what < 0.08) await this.#timed(who, 'GET', FORUM);
          else if (what < 0.16) await this.write(who, false);
          else if (what < 0.5) await this.#timed(who, 'PUT', `${FORUM}/read`, { posts, read: true });
          else await this.#timed(who, 'GET', `${FORUM}/bodies?posts=${posts.join(',')}`);
          await pause();
        }
      }),
    );
  }

  /** Asks for the constant in the midst of everybody, a few times a second. */
  async constant(seconds: number): Promise<number[]> {
    const times: number[] = [];
    const until = performance.now() + seconds * 1000;
    for (let n = 0; performance.now() < until; n++) {
      await wait(Math.random() * 120);
      times.push((await this.server.ask(this.people[n % PEOPLE]!, 'GET', '/api/constant')).ms);
    }
    return times;
  }

  /** The same number of requests in the same time, all for the constant, and nothing else going on. */
  async constantAlone(requests: number, seconds: number): Promise<number[]> {
    const times: number[] = [];
    const each = (PEOPLE * seconds * 1000) / requests;
    const until = performance.now() + seconds * 1000;
    await Promise.all(
      this.people.map(async (who) => {
        await wait(Math.random() * each);
        while (performance.now() < until) {
          times.push((await this.server.ask(who, 'GET', '/api/constant')).ms);
          await wait(each * (0.5 + Math.random()));
        }
      }),
    );
    return times;
  }

  /** How many times a second one address is answered, asked by 20 people as fast as they can. */
  async throughput(path: string, seconds: number): Promise<number> {
    let answered = 0;
    const until = performance.now() + seconds * 1000;
    await Promise.all(
      this.people.slice(0, 20).map(async (who) => {
        while (performance.now() < until) {
          await this.server.ask(who, 'GET', path);
          answered++;
        }
      }),
    );
    return answered / seconds;
  }
}

/** What of the acknowledged posts is not in the data once, word for word; and what is there twice. */
async function missing(folder: string, acknowledged: ReadonlyMap<string, string>): Promise<string[]> {
  const db = openDatabase(folder);
  const rows = await db
    .selectFrom('revision')
    .select(['post_id', 'text'])
    .where('post_id', 'like', 'crowd-%')
    .execute();
  await db.destroy();
  const texts = new Map<string, number>();
  for (const { text } of rows) texts.set(text, (texts.get(text) ?? 0) + 1);
  return [
    ...[...acknowledged].flatMap(([id, text]) => (texts.get(text) === 1 ? [] : [id])),
    ...[...texts].flatMap(([text, times]) => (times > 1 ? [`twice: ${text}`] : [])),
  ];
}

/** 200 people reading and writing at once with live updates on, and a server killed in the middle of it. */
export async function crowdRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-crowd-'));
  const people = await signedIn(folder, { posts: POSTS, students: PEOPLE });
  const server = new Server(folder, PEOPLE);
  try {
    await server.start();
    const crowd = new Crowd(server, people);
    const leave = await crowd.join();
    await crowd.live(10);
    crowd.begin();
    const cpuBefore = server.cpu();
    const amidst = crowd.constant(SECONDS);
    await crowd.live(SECONDS / 2);
    const memoryBefore = server.memory();
    await crowd.live(SECONDS / 2);
    const memoryAfter = server.memory();
    const cpu = server.cpu() - cpuBefore;
    const constants = await amidst;
    const bare = percentile(constants, 0.95);
    leave();
    const requests = crowd.times.length;
    for (const [kind, times] of crowd.byKind)
      console.log(
        `crowd: ${kind}: ${times.length}, half within ${percentile(times, 0.5).toFixed(1)} ms, 95 of 100 within ${percentile(times, 0.95).toFixed(1)} ms`,
      );
    console.log(`crowd: told ${crowd.told} times of changed posts`);
    const p95 = percentile(crowd.times, 0.95);
    const cpuAlone = server.cpu();
    const constantsAlone = await crowd.constantAlone(requests, SECONDS);
    const cpuOfConstant = (server.cpu() - cpuAlone) / constantsAlone.length;
    const alone = percentile(constantsAlone, 0.95);
    const constant = await crowd.throughput('/api/constant', 6);
    const small = await crowd.throughput('/api/courses/large-course', 6);
    const writing = Array.from({ length: 60 }, (_, n) =>
      (async () => {
        for (let times = 0; times < 8; times++) {
          await wait(Math.random() * 400);
          await crowd.write(people[n]!, true);
        }
      })(),
    );
    await wait(1200);
    const before = crowd.acknowledged.size;
    await server.kill();
    await server.start();
    await Promise.all(writing);
    const after = crowd.acknowledged.size - before;
    await server.kill();
    const lost = await missing(folder, crowd.acknowledged);
    for (const error of [...new Set(crowd.errors)].slice(0, 5)) console.error(`crowd: ${error}`);
    const row = (what: string, figure: string, limit: string, ratio: number): Row => ({
      what,
      figure,
      limit,
      ratio,
    });
    return [
      row(
        `crowd: ${PEOPLE} people, ${SECONDS} s, ${requests} requests: 95 of 100 answered within; limit: three times a constant in their midst`,
        `${p95.toFixed(1)} ms`,
        `${(3 * bare).toFixed(1)} ms`,
        p95 / (3 * bare),
      ),
      row(
        'crowd: the same; against three times a constant asked as often with nothing else going on (no limit)',
        `${p95.toFixed(1)} ms`,
        `${(3 * alone).toFixed(1)} ms`,
        p95 / (3 * alone),
      ),
      row(
        'crowd: CPU of the server for each of these requests, with what is told live; the same of the constant (no limit)',
        `${((cpu - constants.length * cpuOfConstant) / requests).toFixed(2)} ms`,
        `${cpuOfConstant.toFixed(2)} ms`,
        0,
      ),
      row('crowd: errors', String(crowd.errors.length), '0', crowd.errors.length === 0 ? 0 : Infinity),
      row(
        'crowd: memory at the end; limit: a tenth more than after half of the time',
        `${memoryAfter.toFixed(0)} MB`,
        `${(memoryBefore * 1.1).toFixed(0)} MB`,
        memoryAfter / (memoryBefore * 1.1),
      ),
      row(
        'crowd: a small read, times a second; limit: half of the constant',
        small.toFixed(0),
        (constant / 2).toFixed(0),
        constant / 2 / small,
      ),
      row(
        `crowd: killed after ${before} acknowledged posts, ${after} more after: lost or doubled`,
        String(lost.length),
        '0',
        lost.length === 0 ? 0 : Infinity,
      ),
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

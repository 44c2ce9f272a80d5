import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { DocketView } from '../../contract/evaluate';
import type { GradebookView } from '../../contract/gradebook';
import { loadCourse } from '../course/setup/courseCache';
import { fileOf, openForReading } from '../db/open';
import { C, F, settings, withForum, type Client } from '../testing/testServer';
import { columnsOf, workOut } from './columns';
import { shownItems } from './shownItems';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const HAND = {
  title: 'Field notes',
  categoryId: null,
  maximum: 500,
  display: 'points',
  counts: true,
  extraCredit: false,
  dueAt: null,
};

/** The columns as they are kept, and as someone works them out who has kept nothing. */
async function both() {
  const { db, now } = c.server;
  const setup = (await loadCourse(db, 'rivers'))!;
  const items = shownItems(setup);
  const kept = await columnsOf(db, setup, items, now);
  const other = openForReading(fileOf(db));
  const fresh = new Map<string, unknown>();
  for await (const [{ id }, { column }] of workOut(other, setup, items, now)) fresh.set(id, column);
  await other.destroy();
  return { kept, fresh };
}

const STEPS = [
  'write',
  'write',
  'answer',
  'remove',
  'hold',
  'approve',
  'give',
  'release',
  'takeBack',
  'excuse',
  'enter',
  'enter',
  'accommodate',
  'rules',
  'rules',
  'rules',
  'wait',
  'wait',
] as const;

describe('the columns that are kept', () => {
  it('are those that are worked out anew, whatever happens to posts, scores, rules, roster and clock', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            what: fc.constantFrom(...STEPS),
            who: fc.integer({ min: 0, max: 2 }),
            n: fc.nat(400),
          }),
          { minLength: 6, maxLength: 16 },
        ),
        async (steps) => {
          c = await withForum({ seal: null });
          await c.teodora.send('put', `${C}/gradebook/items/notes`, { version: 0, fields: HAND }).expect(200);
          const students: Client[] = [c.ines, c.bram, c.chidi];
          const ids = ['ines', 'bram', 'chidi'];
          const posts: string[] = [];
          let forumVersion = 1;
          for (const { what, who, n } of steps) {
            c.server.now += 60_000;
            const student = ids[who]!;
            const post = posts[n % Math.max(1, posts.length)];
            const act = (name: string) =>
              post === undefined
                ? null
                : c.teodora.send('post', `${F}/actions`, { action: name, posts: [post] });
            if (what === 'write' || (what === 'answer' && post !== undefined)) {
              const id = `post-${posts.length}`;
              const answer = await c.write(students[who]!, id, 6 + (n % 9), what === 'write' ? null : post);
              if (answer.status === 200) posts.push(id);
            } else if (what === 'remove' || what === 'hold' || what === 'approve') await act(what);
            else if (what === 'give') {
              const path = `${F}/docket/${student}`;
              const { score } = (await c.teodora.get(path).expect(200)).body as {
                score: { version: number };
              };
              const decisions = { parts: { initial: { points: n % 301 } }, adjustment: null, override: null };
              await c.teodora.send('put', `${path}/score`, {
                version: score.version,
                decisions,
                remark: null,
                give: true,
              });
            } else if (what === 'release' || what === 'takeBack')
              await c.teodora.send('put', `${F}/released`, { students: 'all', released: what === 'release' });
            else if (what === 'excuse')
              await c.teodora.send('put', `${F}/docket/${student}/excused`, { excused: n % 2 === 0 });
            else if (what === 'enter') {
              const view = (await c.teodora.get(`${C}/gradebook`).expect(200)).body as GradebookView;
              const at = view.items.findIndex(({ id }) => id === 'notes');
              const { cells } = view.rows.find((row) => row.student.id === student)!;
              const before = cells[at]!.state === 'excused' ? 'excused' : (cells[at]!.points ?? null);
              const after = n % 5 === 0 ? 'excused' : n % 5 === 1 ? null : n;
              await c.teodora.send('post', `${C}/gradebook/cells`, {
                changes: [{ item: 'notes', student, before, after }],
                why: null,
              });
            } else if (what === 'accommodate') {
              await c.server.db
                .updateTable('member')
                .set({ accommodation_minutes: n * 10 })
                .where('person_id', '=', student)
                .execute();
              c.server.courses.forget('rivers');
            } else if (what === 'rules') {
              // Another way to be ready, and to be due: what was waiting may be ready now.
              const ready = n % 2 === 0 ? ('anyPost' as const) : ('complete' as const);
              const change = {
                seal: null,
                graceMinutes: n % 60,
                ready: { when: ready, afterLastDue: n % 3 === 0 },
              };
              const answer = await c.teodora.send('put', `${F}/settings`, {
                version: forumVersion,
                settings: settings(change),
                publish: true,
              });
              if (answer.status === 200) forumVersion++;
            } else if (what === 'wait') c.server.now += n * 3_600_000;
            const { kept, fresh } = await both();
            expect(kept).toEqual(fresh);
          }
          await c.server.close();
        },
      ),
      { numRuns: 8 },
    );
    c = await withForum();
  }, 180_000);

  it('count for the frame and the list of dockets what the docket itself shows', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'post-1', 8).expect(200);
    await c.write(c.bram, 'post-2', 8, 'post-1').expect(200);
    await c.teodora.send('put', `${F}/docket/chidi/excused`, { excused: true }).expect(200);
    for (const hours of [0, 24, 24 * 14]) {
      c.server.now += hours * 3_600_000;
      for (const who of [c.teodora, c.pilar]) {
        const { rows } = (await who.get(`${F}/docket`).expect(200)).body as DocketView;
        const list = (await who.get(`${C}/evaluate`).expect(200)).body as {
          forums: { id: string; counts: Record<string, number> }[];
        };
        const { counts } = list.forums.find(({ id }) => id === 'floodplain')!;
        const inDocket: Record<string, number> = {};
        for (const { state } of rows) inDocket[state] = (inDocket[state] ?? 0) + 1;
        for (const [state, n] of Object.entries(counts)) expect(n, state).toBe(inDocket[state] ?? 0);
        const frame = (await who.get(C).expect(200)).body as { ready: number };
        expect(frame.ready).toBe((inDocket.ready ?? 0) + (inDocket.changed ?? 0));
      }
    }
  });
});

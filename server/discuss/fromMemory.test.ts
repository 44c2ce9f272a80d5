import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { CourseSetup } from '../course/setup/courseCache';
import { loadCourse } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import { fileOf, openForReading, type Db } from '../db/open';
import { noticesOf } from '../notices/notices';
import { F, withForum, type Client } from '../testing/testServer';
import { forumLines } from './forumLines';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const PEOPLE = ['ines', 'bram', 'chidi', 'teodora', 'pilar'] as const;
const STEPS = 'open open answer answer answer read read read unread hold approve remove restore'.split(' ');
const seenBy = (setup: CourseSetup, id: string): InCourse => {
  const member = setup.members.get(id)!;
  return { setup, member, person: personOf(setup, member) };
};

/** What everyone's list of forums and notices are, read through a connection. */
async function everything(db: Db, setup: CourseSetup, now: number) {
  const found: Record<string, unknown> = {};
  for (const id of PEOPLE) {
    const course = seenBy(setup, id);
    // Notices first: through a connection that has read nothing, posts come with what stands above them and nothing else.
    const notices = await noticesOf(db, course, now);
    found[id] = { notices, lines: await forumLines(db, course, now) };
  }
  return found;
}

describe('what is kept in memory', () => {
  it('tells the same as what is read anew, whatever happens in a forum', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom({ seal: null }, { seal: null }, {}),
        fc.array(
          fc.record({
            what: fc.constantFrom(...STEPS),
            who: fc.integer({ min: 0, max: 2 }),
            which: fc.nat(20),
          }),
          { minLength: 8, maxLength: 16 },
        ),
        async (rules, steps) => {
          c = await withForum(rules);
          const students: Client[] = [c.ines, c.bram, c.chidi];
          const posts: string[] = [];
          for (const { what, who, which } of steps) {
            c.server.now += 60_000;
            const post = posts[which % Math.max(1, posts.length)];
            if (what === 'open' || (what === 'answer' && post !== undefined)) {
              const id = `post-${posts.length}`;
              const { status } = await c.write(students[who]!, id, 8, what === 'open' ? null : post);
              if (status === 200) posts.push(id);
            } else if (post !== undefined && (what === 'read' || what === 'unread'))
              await students[who]!.send('put', `${F}/read`, { posts: [post], read: what === 'read' });
            else if (post !== undefined)
              await c.teodora.send('post', `${F}/actions`, { action: what, posts: [post] });
            const setup = (await loadCourse(c.server.db, 'rivers'))!;
            const anew = openForReading(fileOf(c.server.db));
            const [kept, read] = [
              await everything(c.server.db, setup, c.server.now),
              await everything(anew, setup, c.server.now),
            ];
            await anew.destroy();
            expect(kept).toEqual(read);
          }
          await c.server.close();
        },
      ),
      { numRuns: 6 },
    );
    c = await withForum();
  }, 120_000);
});

import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { courseFile } from '../../contract/courseFile';
import type { AnswerOf } from '../../contract/endpoint';
import type { CourseSettingsView } from '../../contract/courseSettings';
import type { ModerateView } from '../../contract/moderate';
import type { StudentTerm } from '../../contract/studentTerm';
import type { listVisits } from '../../contract/visits';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const keep = async (visits: boolean) => {
  const { version, settings } = (await c.teodora.get(`${C}/settings`).expect(200)).body as CourseSettingsView;
  await c.teodora
    .send('put', `${C}/settings`, { version, settings: { ...settings, visits }, keepWallClock: true })
    .expect(200);
};
const open = (who: Client) => who.send('post', `${F}/visit`);
const own = async (who: Client) =>
  ((await who.get(`${C}/visits`).expect(200)).body as AnswerOf<typeof listVisits>).forums[0]!.visits;
const students = async () =>
  ((await c.teodora.get(`${F}/moderate`).expect(200)).body as ModerateView).students;

describe('visits', () => {
  it('are not kept until a course turns them on, and go once it turns them off', async () => {
    await open(c.ines).expect(200);
    expect(await own(c.ines)).toBeNull();
    await keep(true);
    await open(c.ines).expect(200);
    expect(await own(c.ines)).toMatchObject({ visits: 1 });
    await keep(false);
    expect(await c.server.db.selectFrom('visit').selectAll().execute()).toEqual([]);
    await keep(true);
    expect(await own(c.ines)).toBeNull();
  });

  it('begin 30 minutes after the last, and are counted by the day of the course’s zone', async () => {
    await keep(true);
    const visit = async (when: string) => {
      c.server.now = at(when);
      await open(c.ines).expect(200);
    };
    for (const when of ['03-02 10:00', '03-02 10:20', '03-02 10:40', '03-02 23:50']) await visit(when);
    // Twenty minutes later it is another day, and the same visit.
    await visit('03-03 00:10');
    await visit('03-03 00:20');
    const rows = await c.server.db.selectFrom('visit').select(['day', 'visits']).execute();
    expect(rows).toEqual([
      { day: '2026-03-02', visits: 3 },
      { day: '2026-03-03', visits: 1 },
    ]);
    expect(await own(c.ines)).toEqual({ visits: 4, first: at('03-02 10:00'), last: at('03-03 00:20') });
  });

  it('are told by the page alone: reading, asking anew, searching and looking as somebody leave none', async () => {
    await keep(true);
    await c.ines.get(F).expect(200);
    await c.ines.get(`${C}/search?find=river`).expect(200);
    await c.ines.get(`${F}/changed?posts=none-yet`);
    await c.teodora.send('post', `${F}/visit`).expect(404);
    await c.teodora.get(`${F}?as=ines&at=${c.server.now}`).expect(200);
    expect(await own(c.ines)).toBeNull();
    await c.ines.send('post', `${C}/forums/nowhere/visit`).expect(404);
  });

  it('are seen by staff beside posts and answers, and by the student whom they are about', async () => {
    await keep(true);
    await open(c.ines).expect(200);
    await open(c.bram).expect(200);
    await c.write(c.ines, 'by-ines', 6).expect(200);
    const of = new Map(
      (await students()).map(({ student, posts, visits }) => [student.id, [posts, visits?.visits]]),
    );
    expect([of.get('ines'), of.get('bram'), of.get('chidi')]).toEqual([
      [1, 1],
      [0, 1],
      [0, undefined],
    ]);
    const term = (await c.teodora.get(`${C}/students/bram/term`).expect(200)).body as StudentTerm;
    expect(term.forums[0]!.visits).toMatchObject({ visits: 1 });
    expect(await own(c.chidi)).toBeNull();
    const file = courseFile.parse((await c.teodora.get(`${C}/course.json`).expect(200)).body);
    expect(file.visits.map(({ studentId, visits }) => [studentId, visits])).toEqual([
      ['bram', 1],
      ['ines', 1],
    ]);
    expect(JSON.stringify((await c.bram.get(`${C}/visits`).expect(200)).body)).not.toContain('ines');
  });
});

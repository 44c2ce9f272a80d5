import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { CourseSettings, CourseSettingsView } from '../../contract/courseSettings';
import type { PlanView } from '../../contract/plan';
import { at, C, F, settings, withForum } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const read = async () => (await c.teodora.get(`${C}/settings`).expect(200)).body as CourseSettingsView;
const save = async (
  change: Partial<CourseSettings>,
  rest: { version?: number; keepWallClock?: boolean } = {},
) => {
  const now = await read();
  return c.teodora.send('put', `${C}/settings`, {
    version: now.version,
    settings: { ...now.settings, ...change },
    ...rest,
  });
};
const rules = async (forum = 'floodplain') =>
  (await c.teodora.get(`${C}/forums/${forum}/settings`).expect(200)).body.settings.rules;
const HEARINGS = { id: 'hearings', title: 'Hearings', weight: 6000, zeroForMissing: true };

describe('course settings', () => {
  it('are changed by instructors and read by staff', async () => {
    const freeDays = [
      { day: '2026-02-23', title: '' },
      { day: '2026-02-16', title: 'Founders’ day' },
    ];
    const answer = await save({ title: 'Rivers', code: 'RVC 211', freeDays });
    expect(answer.status).toBe(200);
    expect(answer.body.settings).toMatchObject({
      title: 'Rivers',
      code: 'RVC 211',
      firstDay: '2026-02-02',
      lastDay: '2026-03-29',
      freeDays: [...freeDays].reverse(),
    });
    expect((await c.ines.get(C).expect(200)).body).toMatchObject({ title: 'Rivers', code: 'RVC 211' });
    await c.pilar.get(`${C}/settings`).expect(200);
    await c.pilar.send('put', `${C}/settings`, { version: 2, settings: answer.body.settings }).expect(404);
    await c.ines.get(`${C}/settings`).expect(404);
  });
  it('tell the second of two who change them, with what the first saved', async () => {
    await save({ title: 'First' });
    const second = await save({ title: 'Second' }, { version: 1 });
    expect(second.status).toBe(409);
    expect(second.body.current).toMatchObject({ version: 2, settings: { title: 'First' } });
    expect((await read()).settings.title).toBe('First');
  });
  it.each<[object, string]>([
    [{ title: '' }, 'settings.title'],
    [{ lastDay: '2026-01-01' }, 'settings.lastDay'],
    [{ zone: 'Nowhere' }, 'settings.zone'],
    [{ freeDays: [{ day: '2026-02-30', title: '' }] }, 'settings.freeDays.0.day'],
    [{ letters: [{ letter: 'A', from: 5000 }] }, 'settings.letters'],
    [{ categories: [{ ...HEARINGS, weight: 20_000 }] }, 'settings.categories.0.weight'],
    [{ colour: 'blue' }, 'settings.colour'],
  ])('refuse %j at the field', async (change, field) => {
    const answer = await save(change);
    expect([answer.status, answer.body.errors[0].field]).toEqual([422, field]);
  });
  it('keep units and categories in the order given, under the names given', async () => {
    const units = [
      { id: 'unit-1', title: 'One' },
      { id: 'unit-2', title: 'Two' },
    ];
    expect(
      (
        await save({
          units,
          categories: [HEARINGS, { ...HEARINGS, id: 'journals', title: 'Journals', weight: 4000 }],
        })
      ).status,
    ).toBe(200);
    await save({ units: [units[1]!, { ...units[0]!, title: 'First' }] });
    const { settings: now } = await read();
    expect(now.units.map(({ title }) => title)).toEqual(['Two', 'First']);
    expect(now.categories.map(({ id, weight }) => [id, weight])).toEqual([
      ['hearings', 6000],
      ['journals', 4000],
    ]);
    expect((await c.teodora.get(`${C}/gradebook`)).body.categories).toHaveLength(2);
  });
  it('refuse an id that another course has taken', async () => {
    const units = [{ id: 'theirs', title: 'Theirs' }];
    await c.server.db
      .insertInto('unit')
      .values({ id: 'theirs', course_id: 'elsewhere', title: 'Theirs', position: 0 })
      .execute();
    const answer = await save({ units });
    expect([answer.status, answer.body.errors[0].field]).toEqual([422, 'settings.units.0.id']);
    expect((await read()).settings.units).toEqual([]);
  });
  it('a unit or category that a forum stands in stays, also while the forum is in the bin', async () => {
    await save({ units: [{ id: 'unit-1', title: 'One' }] });
    const inUnit = { ...settings({}, 'In a unit'), unitId: 'unit-1' };
    await c.teodora
      .send('put', `${C}/forums/inside/settings`, { version: 0, settings: inUnit, publish: false })
      .expect(200);
    expect((await read()).used).toEqual({
      outcomes: {},
      units: { 'unit-1': 1 },
      categories: { hearings: 2 },
    });
    expect((await save({ categories: [] })).body.detail).toBe(
      '2 forums or items stand in Hearings; move them first.',
    );
    await c.teodora
      .send('put', `${C}/plan/removed`, { forums: [{ id: 'inside', version: 1 }], removed: true })
      .expect(200);
    const answer = await save({ units: [] });
    expect([answer.status, answer.body.detail]).toEqual([422, '1 forum stands in One; move them first.']);
  });
  it('write nothing where a part of them is refused', async () => {
    const answer = await save({ title: 'Renamed', categories: [] });
    expect(answer.status).toBe(422);
    expect((await read()).settings.title).toBe('Rivers and Cities');
    expect((await read()).version).toBe(1);
  });
});

describe('another zone', () => {
  it('keeps the clock’s time of every date: schedule, own terms and the seal’s end', async () => {
    await c.teodora
      .send('put', `${C}/forums/second/settings`, {
        version: 0,
        settings: settings(
          {
            seal: { minWords: null, lift: { at: at('03-09 08:00') } },
            ownTerms: [
              {
                id: 'own1',
                targets: { kind: 'students', ids: ['ines'] },
                dates: {
                  initialDue: { at: at('03-05 23:59') },
                  repliesDue: { plusMinutes: 60 },
                  postingUntil: 'none',
                },
                numbers: {},
              },
            ],
          },
          'second',
        ),
        publish: false,
      })
      .expect(200);
    expect((await save({ zone: 'America/New_York' })).status).toBe(200);
    const now = await rules('second');
    expect(now.schedule.initialDue).toBe(Date.parse('2026-03-05T04:59:00Z'));
    // New York's clocks have gone forward by then, Lisbon's have not.
    expect(now.seal.lift.at).toBe(Date.parse('2026-03-09T12:00:00Z'));
    expect(now.ownTerms[0].dates).toEqual({
      initialDue: { at: Date.parse('2026-03-06T04:59:00Z') },
      repliesDue: { plusMinutes: 60 },
      postingUntil: 'none',
    });
    const { forums } = (await c.teodora.get(`${C}/plan`).expect(200)).body as PlanView;
    expect(forums.map(({ version }) => version)).toEqual([2, 2]);
  });
  it('keeps the moment of every date where that is asked', async () => {
    await save({ zone: 'America/New_York' }, { keepWallClock: false });
    expect((await rules()).schedule.initialDue).toBe(at('03-04 23:59'));
    const { body } = await c.ines.get(C).expect(200);
    expect(body.zone).toBe('America/New_York');
  });
  it('there and back again leaves every date as it was', async () => {
    const before = (await rules()).schedule;
    await save({ zone: 'Pacific/Auckland' });
    expect((await rules()).schedule).not.toEqual(before);
    await save({ zone: 'Europe/Lisbon' });
    expect((await rules()).schedule).toEqual(before);
  });
  it('moves the days of the term to the midnights of its own clocks', async () => {
    await save({ zone: 'Pacific/Auckland' });
    expect((await read()).settings).toMatchObject({ firstDay: '2026-02-02', lastDay: '2026-03-29' });
    const row = await c.server.db
      .selectFrom('course')
      .select(['term_start', 'term_end'])
      .where('id', '=', 'rivers')
      .executeTakeFirstOrThrow();
    expect([row.term_start, row.term_end]).toEqual([
      Date.parse('2026-02-01T11:00:00Z'),
      Date.parse('2026-03-29T11:00:00Z'),
    ]);
  });
  it('is told to who has the forum open for editing: their version is an old one', async () => {
    const { version, settings: mine } = (await c.teodora.get(`${F}/settings`).expect(200)).body;
    await save({ zone: 'America/New_York' });
    const { body } = await c.teodora
      .send('put', `${F}/settings`, { version, settings: mine, publish: false })
      .expect(409);
    expect(body.current.version).toBe(2);
  });
});

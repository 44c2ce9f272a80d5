import fc from 'fast-check';
import ICAL from 'ical.js';
import supertest from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { CalendarEntry } from '../../contract/calendar';
import type { ForumSettings } from '../../contract/forumSettings';
import type { Said } from '../../core/calendar/said';
import { at, C, F, settings, withForum, type Client } from '../testing/testServer';
import { iCalendar } from './iCalendar';

type Course = Awaited<ReturnType<typeof withForum>>;

/** A calendar as another program reads it: each event by its UID. */
function read(text: string) {
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  const events = root.getAllSubcomponents('vevent').map((component) => {
    const value = (name: string) => component.getFirstPropertyValue(name);
    const time = (name: string) => (value(name) as ICAL.Time).toJSDate().getTime();
    return {
      uid: String(value('uid')),
      title: value('summary') as string | null,
      text: value('description') as string | null,
      url: value('url') as string | null,
      status: value('status') as string | null,
      sequence: Number(value('sequence')),
      at: time('dtstart'),
      stamp: time('dtstamp'),
      modified: time('last-modified'),
      alarms: component
        .getAllSubcomponents('valarm')
        .map((alarm) => (alarm.getFirstPropertyValue('trigger') as ICAL.Duration).toSeconds()),
    };
  });
  return new Map(events.map((event) => [event.uid, event]));
}

describe('a calendar', () => {
  let c: Course;
  beforeEach(async () => {
    c = await withForum();
  });
  afterEach(() => c.server.close());

  const subscribe = async (who: Client) => {
    const { address } = (await who.send('post', '/api/calendar/subscription').expect(200)).body as {
      address: string;
    };
    return address.replace('https://juror.example', '');
  };
  const fetched = (address: string, tag?: string) => {
    const request = supertest(c.server.app).get(address);
    return tag === undefined ? request : request.set('If-None-Match', tag);
  };
  const text = async (address: string) => (await fetched(address).expect(200)).text;
  const change = async (rules: Partial<ForumSettings['rules']>) => {
    const kept = (await c.teodora.get(`${F}/settings`).expect(200)).body as {
      settings: ForumSettings;
      version: number;
    };
    const next = { ...kept.settings, rules: { ...kept.settings.rules, ...rules } };
    const body = { version: kept.version, settings: next, publish: false, confirmed: true };
    await c.teodora.send('put', `${F}/settings`, body).expect(200);
  };
  const { schedule } = settings().rules;

  it('is read by whoever has its secret address, with every date that concerns its owner', async () => {
    const address = await subscribe(c.ines);
    const answer = await fetched(address).expect(200);
    expect(answer.headers['content-type']).toBe('text/calendar; charset=utf-8');
    const events = read(answer.text);
    expect([...events.values()].map(({ uid, title, at: when }) => [uid, title, when])).toEqual([
      ['floodplain.initialDue@juror', 'Initial post due: Who owns the floodplain?', at('03-04 23:59')],
      ['floodplain.repliesDue@juror', 'Replies due: Who owns the floodplain?', at('03-08 23:59')],
      ['floodplain.postingUntil@juror', 'Posting closes: Who owns the floodplain?', at('03-10 23:59')],
    ]);
    expect(events.get('floodplain.initialDue@juror')).toMatchObject({
      text: 'RVC 210 Rivers and Cities',
      url: 'https://juror.example/c/rivers/discuss/floodplain',
      sequence: 0,
      alarms: [],
    });
  });

  it('says the same in the same bytes, and moves on only where something moved for its owner', async () => {
    const address = await subscribe(c.ines);
    const first = await fetched(address).expect(200);
    c.server.now = at('03-03 09:00');
    expect(await text(address)).toBe(first.text);
    await fetched(address, first.headers.etag).expect(304);
    await c.write(c.ines, 'mine', 8).expect(200);
    await change({ graceMinutes: 30 });
    expect(await text(address)).toBe(first.text);
    c.server.now = at('03-03 10:00');
    await change({ schedule: { ...schedule, repliesDue: at('03-09 12:00') } });
    const moved = read((await fetched(address, first.headers.etag).expect(200)).text);
    expect(moved.get('floodplain.repliesDue@juror')).toMatchObject({
      at: at('03-09 12:00'),
      sequence: 1,
      stamp: at('03-03 10:00'),
      modified: at('03-03 10:00'),
    });
    expect(moved.get('floodplain.initialDue@juror')).toEqual(
      read(first.text).get('floodplain.initialDue@juror'),
    );
    // Own terms of somebody else move nothing here.
    const before = await text(address);
    await change({
      schedule: { ...schedule, repliesDue: at('03-09 12:00') },
      ownTerms: [
        {
          id: 'later-for-bram',
          targets: { kind: 'students', ids: ['bram'] },
          dates: { initialDue: { at: at('03-06 12:00') } },
          numbers: {},
        },
      ],
    });
    expect(await text(address)).toBe(before);
    const staff = await text(await subscribe(c.teodora));
    const own = [...read(staff).values()].find(({ uid }) => uid.includes('later-for-bram'))!;
    expect(own).toMatchObject({
      title: 'Initial post due: Who owns the floodplain? (own terms of 1 student)',
      at: at('03-06 12:00'),
      url: 'https://juror.example/c/rivers/plan?forum=floodplain',
    });
    expect(staff.replaceAll('later-for-bram', '')).not.toMatch(/bram/i);
  });

  it('cancels without a title what went, for 30 days; leaves out what the clock hides', async () => {
    const address = await subscribe(c.ines);
    await text(address);
    c.server.now = at('03-03 10:00');
    await change({
      required: { ...settings().rules.required, initialMinWords: 5, replies: 0 },
      evaluation: null,
    });
    const gone = read(await text(address)).get('floodplain.repliesDue@juror');
    expect(gone).toMatchObject({ status: 'CANCELLED', title: null, text: null, url: null, sequence: 1 });
    const listed = { kind: 'listed' as const, sectionIds: [], groupIds: [], studentIds: ['bram'] };
    await change({ audience: listed });
    const all = [...read(await text(address)).values()];
    expect(all.every(({ status }) => status === 'CANCELLED')).toBe(true);
    expect(await text(address)).not.toContain('floodplain?');
    c.server.now = at('04-03 10:01');
    expect(read(await text(address)).size).toBe(0);
    await change({
      audience: { kind: 'everyone' },
      schedule: { ...schedule, visibleUntil: at('04-04 08:00') },
    });
    expect(read(await text(address)).get('floodplain.initialDue@juror')).toMatchObject({
      status: null,
      sequence: 2,
    });
    c.server.now = at('04-05 08:00');
    expect(read(await text(address)).size).toBe(0);
  });

  it('answers to nobody once it is renewed, withdrawn, or its owner is off the roster', async () => {
    await fetched('/calendars/0123456789abcdef0123456789abcdef/juror.ics').expect(404);
    const first = await subscribe(c.ines);
    const second = await subscribe(c.ines);
    await fetched(first).expect(404);
    await fetched(second).expect(200);
    const state = async () => (await c.ines.get('/api/calendar/subscription').expect(200)).body as object;
    expect(await state()).toEqual({ madeAt: c.server.now, alarm: null });
    await c.ines.send('delete', '/api/calendar/subscription').expect(200);
    await fetched(second).expect(404);
    expect(await state()).toEqual({ madeAt: null, alarm: null });
    const third = await subscribe(c.ines);
    const rows = await c.server.db.selectFrom('calendar_address').selectAll().execute();
    expect(JSON.stringify(rows)).not.toContain(third.split('/')[2]);
    // It opens nothing else.
    await supertest(c.server.app).get('/api/calendar').set('Cookie', `session=${third}`).expect(401);
    await c.server.db.updateTable('member').set({ removed_at: 1 }).where('person_id', '=', 'ines').execute();
    c.server.courses.forget('rivers');
    await fetched(third).expect(404);
  });

  it('is over all courses of its owner; one that is put away is left out, and one they left is cancelled', async () => {
    const { db, courses } = c.server;
    await db
      .insertInto('member')
      .values([
        { course_id: 'elsewhere', person_id: 'teodora', role: 'instructor', enrolled_from: 0 },
        { course_id: 'elsewhere', person_id: 'ines', role: 'student', enrolled_from: 0 },
      ])
      .execute();
    courses.forget('elsewhere');
    const there = { ...settings({ evaluation: null }, 'Another forum'), categoryId: null };
    await c.teodora
      .send('put', '/api/courses/elsewhere/forums/another/settings', {
        version: 0,
        settings: there,
        publish: true,
      })
      .expect(200);
    const address = await subscribe(c.ines);
    const of = async () =>
      [...read(await text(address)).values()].map(({ uid, status }) => `${uid} ${status}`);
    expect(await of()).toContain('another.initialDue@juror null');
    const page = (await c.ines.get('/api/calendar').expect(200)).body as { entries: CalendarEntry[] };
    expect(new Set(page.entries.map(({ course }) => course.id))).toEqual(new Set(['rivers', 'elsewhere']));
    const putAway = (at: number | null) =>
      db.updateTable('course').set({ put_away_at: at }).where('id', '=', 'elsewhere').execute();
    await putAway(1);
    expect((await of()).some((each) => each.includes('another'))).toBe(false);
    await putAway(null);
    expect(await of()).toContain('another.initialDue@juror null');
    await db
      .updateTable('member')
      .set({ removed_at: 1 })
      .where('course_id', '=', 'elsewhere')
      .where('person_id', '=', 'ines')
      .execute();
    courses.forget('elsewhere');
    expect(await of()).toContain('another.initialDue@juror CANCELLED');
    expect(await text(address)).not.toContain('Another forum');
  });

  it('reminds of what is due as its owner chose', async () => {
    const address = await subscribe(c.ines);
    await c.ines.send('put', '/api/calendar/alarm', { alarm: 7 }).expect(422);
    await c.ines.send('put', '/api/calendar/alarm', { alarm: 1440 }).expect(200);
    const events = read(await text(address));
    expect(events.get('floodplain.initialDue@juror')!.alarms).toEqual([-86_400]);
    expect(events.get('floodplain.postingUntil@juror')!.alarms).toEqual([]);
  });

  it('gives one date as a file to whoever has it, and stands on a page with what is due', async () => {
    const one = await c.ines.get('/api/calendar/floodplain.repliesDue/date.ics').expect(200);
    expect([...read(one.text).keys()]).toEqual(['floodplain.repliesDue@juror']);
    expect(one.headers['content-disposition']).toContain('Replies-due-Who-owns-the-floodplain-.ics');
    await c.ines.get('/api/calendar/elsewhere.repliesDue/date.ics').expect(404);
    await supertest(c.server.app).get('/api/calendar/floodplain.repliesDue/date.ics').expect(401);
    const page = async (who: Client, path: string) =>
      ((await who.get(path).expect(200)).body as { entries: CalendarEntry[] }).entries;
    const own = await page(c.ines, `${C}/calendar`);
    expect(own.map(({ date, slots }) => [date, slots.length])).toEqual([
      ['initialDue', 1],
      ['repliesDue', 1],
      ['postingUntil', 0],
    ]);
    expect(await page(c.ines, '/api/calendar')).toEqual(own);
    expect((await page(c.teodora, `${C}/calendar`)).every(({ slots }) => slots.length === 0)).toBe(true);
    const seen = `${C}/calendar?as=ines&at=${c.server.now}`;
    expect(await page(c.teodora, seen)).toEqual(own);
    const outsider = await c.server.as('dalia');
    await outsider.get('/api/courses/elsewhere/calendar').expect(404);
  });
});

describe('iCalendar', () => {
  it('keeps the rules of RFC 5545, whatever a forum is called', () => {
    const said = fc.record({
      key: fc.stringMatching(/^[a-z0-9-]{4,20}\.(initialDue|postingUntil)$/),
      saying: fc.record({
        at: fc.integer({ min: 25_000_000, max: 40_000_000 }).map((minutes) => minutes * 60_000),
        title: fc.oneof(
          fc.string({ unit: 'grapheme', minLength: 1, maxLength: 120 }),
          fc.constantFrom(
            'a;b,c\\n "d"',
            'é'.repeat(90),
            '河流与城市'.repeat(20),
            'line\nnext',
            'a\u0007b\r',
          ),
        ),
        text: fc.string({ unit: 'grapheme', maxLength: 40 }),
        url: fc.constant('https://juror.example/c/rivers/discuss/floodplain'),
        alarm: fc.constantFrom(null, 3_600_000),
      }),
      sequence: fc.nat({ max: 9 }),
      changedAt: fc.integer({ min: 25_000_000, max: 40_000_000 }).map((seconds) => seconds * 60_000),
      cancelled: fc.constant(false),
    });
    fc.assert(
      fc.property(fc.uniqueArray(said, { selector: ({ key }) => key, maxLength: 6 }), (all: Said[]) => {
        const text = iCalendar(all, 'Juror');
        expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
        expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
        for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
        const events = read(text);
        expect(events.size).toBe(all.length);
        for (const { key, saying, sequence, changedAt } of all) {
          const event = events.get(`${key}@juror`)!;
          expect(event).toMatchObject({ at: saying.at, sequence, stamp: changedAt, modified: changedAt });
          expect(event.title ?? '').toBe(saying.title.replaceAll('\u0007', '').replaceAll('\r', ''));
        }
        expect(iCalendar([...all].reverse(), 'Juror')).toBe(text);
      }),
      { numRuns: 150 },
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, forum, post, revision, terms, ZONE } from '../testing/fixtures';
import { toWallClock } from '../time/wallClock';
import { keepWallClock, mapDates, shiftDays } from './mapDates';
import { openingsFit } from './openingsFit';
import { addDays, mondayOf } from '../time/calendarDay';
import { fromRecipeDates, toRecipeDates } from './recipeDates';
import { shiftPlan } from './shiftPlan';
import { snapTo, timesInUse } from './snap';

const evening = terms('evening', {
  targets: { kind: 'sections', ids: ['evening'] },
  dates: { initialDue: { at: at('03-05 23:59') }, repliesDue: { plusMinutes: 60 } },
});
const f = forum({
  schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-09 23:59'), postingUntil: at('03-27 23:59') },
  ownTerms: [evening],
  seal: { minWords: null, lift: { at: at('03-20 12:00') } },
});

describe('moving dates', () => {
  it('keeps the time of day across the clock change', () => {
    expect(shiftDays(at('03-27 23:59'), 7, ZONE)).toBe(at('04-03 23:59'));
    expect(at('04-03 23:59') - at('03-27 23:59')).toBe(7 * 86_400_000 - 3_600_000);
  });
  it('there and back is where it was, unless the minute does not exist there', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: -200, max: 200 }), (day, days) => {
        const start = at('01-05 18:30') + day * 86_400_000;
        expect(shiftDays(shiftDays(start, days, ZONE), -days, ZONE)).toBe(start);
      }),
    );
  });
  it('moves schedule, the instants of own terms and the lift; plus and none stay', () => {
    const moved = mapDates(f, (x) => shiftDays(x, 7, ZONE));
    expect(moved.schedule.initialDue).toBe(at('03-11 23:59'));
    expect(moved.schedule.visibleFrom).toBeNull();
    expect(moved.ownTerms[0]!.dates).toEqual({
      initialDue: { at: at('03-12 23:59') },
      repliesDue: { plusMinutes: 60 },
    });
    expect(moved.seal).toMatchObject({ lift: { at: at('03-27 12:00') } });
    expect(mapDates(f, (x) => x + 1, { ownTermsToo: false }).ownTerms).toEqual([evening]);
  });
  it('moves the last day for another look with the rest', () => {
    const evaluation = { maximum: 1000, parts: [], lookAgain: { until: at('03-20 23:59') } } as never;
    const moved = mapDates(forum({ evaluation }), (x) => shiftDays(x, 7, ZONE));
    expect(moved.evaluation!.lookAgain).toEqual({ until: at('03-27 23:59') });
    const without = forum({ evaluation: { maximum: 1000, parts: [], lookAgain: { until: null } } as never });
    expect(mapDates(without, (x) => x + 1).evaluation).toEqual(without.evaluation);
  });
  it('another zone keeps what the clocks show', () => {
    const there = keepWallClock(at('03-04 23:59'), ZONE, 'America/New_York');
    expect(toWallClock(there, 'America/New_York')).toBe('2026-03-04T23:59');
  });
});

describe('shifting a plan', () => {
  /** The day after the replies are due, and the one after that. */
  const freeDays = new Map([
    ['2026-03-09', 'Founders’ day'],
    ['2026-03-10', ''],
  ]);
  const shift = (change: Partial<Parameters<typeof shiftPlan>[1]>) =>
    shiftPlan(
      [f],
      {
        ...{ days: 1, from: null, forumIds: ['forum'], sectionId: null, ownTermsToo: true },
        toClassDays: false,
        ...change,
      },
      ZONE,
      freeDays,
      () => 'made',
    );
  it('from a day on moves only what lies after it, a day lost to snow', () => {
    const [moved] = shift({ from: at('03-05 00:00') });
    expect(moved!.dates.map(({ name, ownTerms }) => [name, ownTerms])).toEqual([
      ['repliesDue', null],
      ['postingUntil', null],
      ['initialDue', 'evening'],
    ]);
    expect(moved!.rules.schedule).toMatchObject({
      initialDue: at('03-04 23:59'),
      repliesDue: at('03-10 23:59'),
    });
  });
  it('for one section says it in that section’s own terms, and moves nobody else', () => {
    const [moved] = shift({ sectionId: 'evening', days: 7 });
    expect(moved!.rules.schedule).toEqual(f.schedule);
    expect(moved!.rules.ownTerms).toEqual([
      {
        ...evening,
        dates: {
          initialDue: { at: at('03-12 23:59') },
          repliesDue: { at: at('03-16 23:59') },
          postingUntil: { at: at('04-03 23:59') },
        },
      },
    ]);
    const [made] = shift({ sectionId: 'morning' });
    expect(made!.rules.ownTerms[1]).toMatchObject({ id: 'made', targets: { ids: ['morning'] } });
  });
  it('names what would fall on a day without classes, and goes on to the next with where asked', () => {
    const dates = (toClassDays: boolean) =>
      shift({ toClassDays })[0]!.dates.map(({ name, after, freeDay }) => [name, after, freeDay]);
    expect(dates(false)).toContainEqual(['repliesDue', at('03-10 23:59'), '']);
    expect(dates(true)).toContainEqual(['repliesDue', at('03-11 23:59'), '']);
    expect(dates(true)).toContainEqual(['initialDue', at('03-05 23:59'), null]);
  });
  it('leaves out forums in which nothing moves', () => {
    expect(shift({ from: at('06-01 00:00') })).toEqual([]);
    expect(shift({ days: 0 })).toEqual([]);
    expect(shift({ forumIds: [] })).toEqual([]);
  });
});

describe('snapping', () => {
  it('falls on the times of day the course uses, most used first', () => {
    expect(
      timesInUse([at('03-04 23:59'), at('03-05 08:00'), at('03-09 23:59'), null], ZONE, '12:00'),
    ).toEqual(['23:59', '08:00']);
    expect(timesInUse([], ZONE, '12:00')).toEqual(['12:00']);
    expect(snapTo(at('03-04 15:00'), ['23:59'], ZONE)).toBe(at('03-04 23:59'));
    expect(snapTo(at('03-05 09:00'), ['23:59'], ZONE)).toBe(at('03-04 23:59'));
    expect(snapTo(at('03-05 09:00'), ['23:59', '08:00'], ZONE)).toBe(at('03-05 08:00'));
  });
});

describe('the dates of a recipe', () => {
  it('count from the Monday of the first due date, and come back the same in that week', () => {
    expect(mondayOf('2026-03-04')).toBe('2026-03-02');
    expect(mondayOf('2026-03-01')).toBe('2026-02-23');
    expect(addDays('2028-02-28', 2)).toBe('2028-03-01');
    const dates = toRecipeDates(f.schedule, ZONE);
    expect(dates.initialDue).toEqual({ day: 2, time: '23:59' });
    expect(fromRecipeDates(dates, '2026-03-02', ZONE)).toEqual(f.schedule);
    expect(fromRecipeDates(dates, '2026-03-30', ZONE).initialDue).toBe(at('04-01 23:59'));
  });
  it('are none where the forum has none', () => {
    const { schedule } = forum();
    expect(Object.values(toRecipeDates(schedule, ZONE))).toEqual([null, null, null, null, null, null, null]);
  });
});

describe('other openings after posts', () => {
  const one = post('one', 'ines', [revision(1, 5)]);
  const two = post('two', 'ines', [revision(2, 5)]);
  it('are offered only where the posts fit', () => {
    expect(openingsFit('answerPrompt', 'threadsFreely', [one, two], 9)).toBeNull();
    expect(openingsFit('answerPrompt', 'oneThreadEach', [one, two], 9)).toBe('severalThreads');
    expect(openingsFit('answerPrompt', 'oneThreadEach', [one], 9)).toBeNull();
    expect(openingsFit('answerPrompt', 'answerQuestions', [one], 9)).toBe('postsHaveNoQuestion');
    expect(openingsFit('answerQuestions', 'answerPrompt', [one], 9)).toBe('postsHaveQuestions');
    expect(openingsFit('answerPrompt', 'answerQuestions', [], 9)).toBeNull();
  });
});

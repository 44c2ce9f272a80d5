import { describe, expect, it } from 'vitest';
import { at, forum, terms } from '../../../../core/testing/fixtures';
import { DAY, HOUR } from '../../../../core/time/instant';
import { byArrow, dragged, movedRules, timesOf, toldDate } from './stripMoves';

const ZONE = 'Europe/Lisbon';
const f = forum({
  schedule: { postingFrom: at('03-02 09:00'), initialDue: at('03-04 22:00') },
  ownTerms: [
    terms('evening', {
      targets: { kind: 'sections', ids: ['evening'] },
      dates: { initialDue: { at: at('03-05 22:00') } },
    }),
  ],
});
const times = timesOf([f.schedule], ZONE);

describe('a strip that is moved', () => {
  it('goes by whole days, its own terms with it where they are to', () => {
    const to = dragged('all', 2.3 * DAY, times, ZONE);
    const moved = movedRules(f, 'all', to, true);
    expect(moved.schedule).toMatchObject({ postingFrom: at('03-04 09:00'), initialDue: at('03-06 22:00') });
    expect(moved.ownTerms[0]!.dates.initialDue).toEqual({ at: at('03-07 22:00') });
    expect(movedRules(f, 'all', to, false).ownTerms).toEqual(f.ownTerms);
  });
  it('has one date moved to a time of day that is in use', () => {
    const { schedule } = movedRules(f, 'initialDue', dragged('initialDue', 1.2 * DAY, times, ZONE), true);
    expect(schedule).toEqual({ ...f.schedule, initialDue: at('03-05 22:00') });
    const opens = movedRules(f, 'postingFrom', dragged('postingFrom', -DAY, times, ZONE), true).schedule;
    expect(opens.postingFrom).toBe(at('03-01 09:00'));
  });
  it('goes by a day, a week or an hour with the arrows, on the clock of the course', () => {
    const press = (key: string, more: { altKey?: boolean; shiftKey?: boolean } = {}) =>
      byArrow({ key, altKey: false, shiftKey: false, ...more }, ZONE)?.(at('03-28 12:00'));
    expect(press('ArrowRight')! - at('03-28 12:00')).toBe(DAY - HOUR);
    expect(press('ArrowLeft')).toBe(at('03-27 12:00'));
    expect(press('ArrowLeft', { shiftKey: true })).toBe(at('03-21 12:00'));
    expect(press('ArrowRight', { altKey: true })).toBe(at('03-28 13:00'));
    expect(press('x')).toBeUndefined();
  });
  it('tells the date of the handle, of all dates the one that matters most', () => {
    expect(toldDate('postingFrom', f.schedule)).toBe(at('03-02 09:00'));
    expect(toldDate('all', f.schedule)).toBe(at('03-04 22:00'));
    expect(toldDate('all', { ...f.schedule, initialDue: null })).toBe(at('03-02 09:00'));
  });
});

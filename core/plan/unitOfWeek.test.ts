import { describe, expect, it } from 'vitest';
import { fromWallClock } from '../time/wallClock';
import { classWeeks, unitOfWeek, type PlacedForum } from './unitOfWeek';

const ZONE = 'Europe/Lisbon';
const due = (unitId: string | null, day: string): PlacedForum => ({
  unitId,
  schedule: { initialDue: fromWallClock(`${day}T23:59`, ZONE), repliesDue: null },
});
const WEEKS = ['2026-02-02', '2026-02-09', '2026-02-16'];

describe('the unit of a week', () => {
  it('is where most forums due in it stand', () => {
    const forums = [due('b', '2026-02-10'), due('c', '2026-02-11'), due('c', '2026-02-15')];
    expect(unitOfWeek('2026-02-09', ['a', 'b', 'c'], forums, WEEKS, ZONE)).toBe('c');
  });
  it('is the one of that week where there is one for each week with classes', () => {
    expect(unitOfWeek('2026-02-16', ['a', 'b', 'c'], [due('a', '2026-02-04')], WEEKS, ZONE)).toBe('c');
  });
  it('is the next empty one after those due before, or the last of these', () => {
    const forums = [due('a', '2026-02-04')];
    expect(unitOfWeek('2026-03-09', ['a', 'b', 'c', 'd'], forums, WEEKS, ZONE)).toBe('b');
    expect(unitOfWeek('2026-03-09', ['a'], forums, WEEKS, ZONE)).toBe('a');
    const taken = [...forums, due('b', '2026-04-01')];
    expect(unitOfWeek('2026-03-09', ['a', 'b', 'c', 'd'], taken, WEEKS, ZONE)).toBe('a');
  });
  it('is the first where nothing is due before, and none where there is none', () => {
    expect(unitOfWeek('2026-03-09', ['a', 'b'], [], WEEKS, ZONE)).toBe('a');
    expect(unitOfWeek('2026-03-09', [], [], WEEKS, ZONE)).toBeNull();
  });
  it('knows the weeks with classes', () => {
    const term = { firstDay: '2026-02-04', lastDay: '2026-02-20' };
    expect(classWeeks(term, ['2026-02-09'])).toEqual(['2026-02-02', '2026-02-16']);
  });
});

import { describe, expect, it } from 'vitest';
import { unitsByWeek } from './unitsByWeek';

describe('units by week', () => {
  it('are one a week, counted as the weeks of the term are, without those free of classes', () => {
    expect(unitsByWeek('2026-02-02', '2026-02-22', ['2026-02-09'])).toEqual(['Week 1', 'Week 3']);
  });
  it('begin on the weekday the term begins on', () => {
    expect(unitsByWeek('2026-02-04', '2026-02-10', [])).toEqual(['Week 1']);
    expect(unitsByWeek('2026-02-04', '2026-02-11', [])).toEqual(['Week 1', 'Week 2']);
    expect(unitsByWeek('2026-02-04', '2026-02-04', [])).toEqual(['Week 1']);
  });
});

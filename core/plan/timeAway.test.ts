import { describe, expect, it } from 'vitest';
import { resolveTerms } from '../terms/resolveTerms';
import { at, course, forum, student, ZONE } from '../testing/fixtures';
import { daysAway, isMadeAlready, timeAway } from './timeAway';

const ines = student('ines');
const hearing = forum({
  id: 'hearing',
  schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59'), postingUntil: at('03-10 23:59') },
  required: { initialRequired: 1, replies: 2 },
});
const pipes = forum({ id: 'pipes', schedule: { initialDue: at('03-02 08:00') } });
const away = { from: '2026-03-02', to: '2026-03-05', days: 4 };
const find = (forums = [hearing, pipes], who = ines, when = away) =>
  timeAway({ forums, groups: course({ students: [who], forums }).groups }, who, when, ZONE, () => 'new');

describe('time away', () => {
  it('finds what is due between the two days, both counted, the earliest first', () => {
    expect(daysAway(away)).toBe(4);
    expect(find().map(({ forumId, due }) => [forumId, due.map(({ name }) => name)])).toEqual([
      ['pipes', ['initialDue']],
      ['hearing', ['initialDue']],
    ]);
    expect(find([hearing], ines, { from: '2026-03-05', to: '2026-03-07', days: 3 })).toEqual([]);
    expect(find([hearing], ines, { from: '2026-03-08', to: '2026-03-08', days: 1 })).toHaveLength(1);
  });
  it('moves it by whole days, with the time of day kept across a change of the clocks', () => {
    const late = forum({ id: 'late', schedule: { initialDue: at('03-28 23:59') } });
    const [found] = find([late], ines, { from: '2026-03-26', to: '2026-03-28', days: 3 });
    expect(found!.dates).toEqual([
      { name: 'initialDue', before: at('03-28 23:59'), after: at('03-31 23:59') },
    ]);
  });
  it('moves the replies along where the initial post would come after them', () => {
    const [, found] = find(undefined, ines, { ...away, days: 9 });
    const { dates } = resolveTerms({ ...hearing, ownTerms: found!.ownTerms }, ines);
    expect(dates).toMatchObject({
      initialDue: at('03-13 23:59'),
      repliesDue: at('03-17 23:59'),
      postingUntil: at('03-17 23:59'),
    });
  });
  it('leaves out drafts, and what is not asked of the student', () => {
    const draft = { ...hearing, status: 'draft' as const };
    expect(find([draft])).toEqual([]);
    expect(find([hearing], student('late', { enrolledFrom: at('03-20 08:00') }))).toEqual([]);
    expect(find([hearing], student('gone', { removed: true }))).toEqual([]);
  });
  it('reads the dates as they hold for the student', () => {
    const who = student('kaarel', { accommodationMinutes: 2 * 1440 });
    expect(find([hearing], who)).toEqual([]);
    expect(find([hearing], who, { from: '2026-03-06', to: '2026-03-06', days: 1 })[0]!.due).toEqual([
      { name: 'initialDue', at: at('03-06 23:59') },
    ]);
  });
  it('is made already where nothing due then is owed, whatever is due later', () => {
    const [due, later] = [at('03-04 23:59'), at('03-08 23:59')];
    const found = { due: [{ name: 'initialDue' as const, at: due }] };
    expect(isMadeAlready(found, [{ state: 'metLate', due }])).toBe(true);
    expect(isMadeAlready(found, [{ state: 'short', due }])).toBe(false);
    expect(
      isMadeAlready(found, [
        { state: 'met', due },
        { state: 'open', due: later },
      ]),
    ).toBe(true);
  });
});

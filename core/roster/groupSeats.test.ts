import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dealSeats, moveSeat, toggleLock, type SeatedGroup } from './groupSeats';

const group = (id: string, ...members: string[]): SeatedGroup => ({
  id,
  title: id,
  // A name with a star is locked.
  members: members.map((name) => ({ id: name.replace('*', ''), locked: name.endsWith('*') })),
});
const seats = (groups: readonly SeatedGroup[]) =>
  Object.fromEntries(groups.map(({ id, members }) => [id, members.map((each) => each.id)]));
const placeOf = (groups: readonly SeatedGroup[], student: string) =>
  groups.filter(({ members }) => members.some(({ id }) => id === student)).map(({ id }) => id);
let made = 0;
const newId = () => `made-${made++}`;
const class36 = Array.from({ length: 36 }, (_, n) => ({
  id: `s${n}`,
  sectionId: n % 3 === 0 ? 'evening' : 'morning',
}));

describe('moving a student between groups', () => {
  const groups = [group('linnet', 'ines', 'bram*'), group('marl', 'chidi')];
  it('takes them from where they sit and puts them last in the other', () => {
    expect(seats(moveSeat(groups, 'ines', 'marl'))).toEqual({ linnet: ['bram'], marl: ['chidi', 'ines'] });
  });
  it('to nowhere leaves them in no group', () => {
    expect(seats(moveSeat(groups, 'chidi', null))).toEqual({ linnet: ['ines', 'bram'], marl: [] });
  });
  it('from nowhere seats them', () => {
    expect(seats(moveSeat(groups, 'dalia', 'linnet'))).toMatchObject({ linnet: ['ines', 'bram', 'dalia'] });
  });
  it('to where they sit already changes nothing, their lock included', () => {
    expect(moveSeat(groups, 'bram', 'linnet')).toEqual(groups);
  });
  it('takes their lock away: they are no longer where they were to stay', () => {
    expect(moveSeat(groups, 'bram', 'marl')[1]!.members.at(-1)).toEqual({ id: 'bram', locked: false });
  });
  it('never seats anyone twice or loses anyone else, whatever is moved where', () => {
    const moves = fc.array(
      fc.tuple(
        fc.constantFrom('ines', 'bram', 'chidi', 'dalia'),
        fc.option(fc.constantFrom('linnet', 'marl', 'gone')),
      ),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(moves, (steps) => {
        let now = groups;
        for (const [student, to] of steps) {
          const others = ['ines', 'bram', 'chidi', 'dalia'].filter((each) => each !== student);
          const before = others.map((each) => placeOf(now, each));
          now = moveSeat(now, student, to);
          expect(others.map((each) => placeOf(now, each))).toEqual(before);
          expect(placeOf(now, student)).toEqual(to === null || to === 'gone' ? [] : [to]);
        }
      }),
    );
  });
});

describe('locking', () => {
  it('is turned on and off for one student alone', () => {
    const groups = [group('linnet', 'ines', 'bram*')];
    const on = toggleLock(groups, 'ines');
    expect(on[0]!.members.map(({ locked }) => locked)).toEqual([true, true]);
    expect(toggleLock(on, 'ines')).toEqual(groups);
    expect(toggleLock(groups, 'nobody')).toEqual(groups);
  });
});

describe('dealing anew', () => {
  const deal = (groups: readonly SeatedGroup[], count: number, random = Math.random) =>
    dealSeats(class36, groups, count, 'sectionsMixed', random, newId);
  it('keeps the first groups with their names, and makes what is missing', () => {
    const dealt = deal([group('linnet'), group('marl')], 4);
    expect(dealt.map(({ title }) => title)).toEqual(['linnet', 'marl', 'Group 3', 'Group 4']);
    expect(new Set(dealt.map(({ id }) => id)).size).toBe(4);
    expect(dealt.map(({ members }) => members.length)).toEqual([9, 9, 9, 9]);
  });
  it('gives up the groups beyond the number, and deals those who sat there', () => {
    const dealt = deal([group('linnet', 's1'), group('marl', 's2*')], 1);
    expect(dealt.map(({ id }) => id)).toEqual(['linnet']);
    expect(dealt[0]!.members).toHaveLength(36);
    expect(dealt[0]!.members.every(({ locked }) => !locked)).toBe(true);
  });
  it('leaves whoever is locked where they are, and keeps them locked', () => {
    for (let round = 0; round < 10; round++) {
      const dealt = deal([group('linnet', 's1*', 's4'), group('marl', 's2*')], 6);
      expect(dealt[0]!.members).toContainEqual({ id: 's1', locked: true });
      expect(dealt[1]!.members).toContainEqual({ id: 's2', locked: true });
      expect(dealt.flatMap(({ members }) => members).filter(({ locked }) => locked)).toHaveLength(2);
    }
  });
  it('seats everyone once, in the order of the roster, groups alike in size and in sections', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.infiniteStream(fc.double({ min: 0, max: 0.999, noNaN: true })),
        (count, numbers) => {
          const dealt = deal([], count, () => numbers.next().value as number);
          const all = dealt.flatMap(({ members }) => members.map(({ id }) => id));
          expect(new Set(all).size).toBe(36);
          expect(all).toHaveLength(36);
          const sizes = dealt.map(({ members }) => members.length);
          expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
          for (const { members } of dealt) {
            const places = members.map(({ id }) => Number(id.slice(1)));
            expect(places).toEqual([...places].sort((a, b) => a - b));
          }
          const evening = dealt.map(
            ({ members }) => members.filter(({ id }) => Number(id.slice(1)) % 3 === 0).length,
          );
          expect(Math.max(...evening) - Math.min(...evening)).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('an empty roster leaves empty groups', () => {
    expect(seats(dealSeats([], [group('linnet', 'gone*')], 2, 'random', Math.random, () => 'new'))).toEqual({
      linnet: [],
      new: [],
    });
  });
});

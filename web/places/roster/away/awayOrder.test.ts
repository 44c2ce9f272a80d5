import { describe, expect, it } from 'vitest';
import type { TermForum } from '../../../../contract/studentTerm';
import { choiceFor, forumsMade } from './awayOrder';

type Slots = TermForum['slots'];
const DUE = 1_000;
const slots = (...states: Slots[number]['state'][]) =>
  states.map((state) => ({ state, due: DUE })) as unknown as Slots;
const forum = (id: string, made: Slots) => ({ id, slots: made }) as TermForum;
const later = { ...slots('open')[0]!, due: DUE + 1 };
const forums = [
  forum('made', slots('met', 'metLate')),
  forum('half', slots('met', 'open')),
  forum('later', [...slots('met'), later]),
];
const found = forums.map(({ id }) => ({ forumId: id, due: [{ name: 'initialDue' as const, at: DUE }] }));

describe('what becomes of a forum while a student is away', () => {
  const made = forumsMade(found, { forums });
  const scored = new Set(['made', 'half']);
  const choice = (forumId: string, chosen: [string, 'move' | 'excuse' | 'leave'][] = []) =>
    choiceFor({ forumId }, new Map(chosen), 'excuse', { scored, made });

  it('is left where everything due then is made already, unless somebody chooses', () => {
    expect([...made]).toEqual(['made', 'later']);
    expect(choice('made')).toBe('leave');
    expect(choice('made', [['made', 'excuse']])).toBe('excuse');
  });
  it('is what is usual where something is owed; what is not scored cannot be excused', () => {
    expect(choice('half')).toBe('excuse');
    expect(choice('other')).toBe('move');
    expect(choice('half', [['half', 'leave']])).toBe('leave');
  });
});

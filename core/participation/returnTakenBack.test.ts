import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unsealedBy } from '../access/seal';
import { lastReturnAt } from '../course/approval';
import type { Post } from '../course/post';
import { at, course, forum, post, revision, student } from '../testing/fixtures';
import { countedFrom } from './counted';
import { attachedSince, metAt } from './metAt';
import { participationOf } from './participationOf';

const ines = student('ines');
const f = forum({
  hold: 'all',
  seal: { minWords: 100, lift: 'never' },
  schedule: { initialDue: at('03-04 23:59') },
  required: { initialRequired: 1, initialMinWords: 100 },
});
const sent = at('03-03 10:00');
const decided = (...decisions: [string, 'held' | 'returned' | 'approved'][]): Post['approvals'] =>
  decisions.map(([when, state]) => ({ at: at(when), state }));

describe('a return that was taken back', () => {
  const given = post('own', 'ines', [revision(sent, 200, { attachments: 1 })], {
    approvals: decided(
      ['03-03 10:00', 'held'],
      ['03-03 11:00', 'returned'],
      ['03-03 11:01', 'held'],
      ['03-03 12:00', 'approved'],
    ),
  });
  const slot = (t: string) =>
    participationOf(course({ students: [ines], forums: [f], posts: [given] }), f, ines, at(t)).slots[0]!;
  it('is as if it had never been', () => {
    expect(slot('03-03 13:00')).toMatchObject({ state: 'met', metAt: sent });
    expect(unsealedBy(given, 100, at('03-03 13:00'))).toBe(sent);
    expect([countedFrom(given, at('03-03 13:00')), attachedSince(given, at('03-03 13:00'))]).toEqual([
      sent,
      sent,
    ]);
  });
  it('waits again from then on, and counted as returned until then', () => {
    expect([slot('03-03 10:30').state, slot('03-03 11:00').state, slot('03-03 11:30').state]).toEqual([
      'pending',
      'open',
      'pending',
    ]);
    expect(unsealedBy(given, 100, at('03-03 11:00'))).toBeNull();
  });
  it('differs from one after which the post was sent again', () => {
    const again = {
      ...given,
      revisions: [...given.revisions, revision(at('03-03 11:01'), 150)],
    };
    expect(metAt(again, 100, at('03-03 13:00'))).toBe(at('03-03 11:01'));
    expect(lastReturnAt(again, at('03-03 13:00'))).toBe(at('03-03 11:00'));
  });
  it('changes nothing of what counts, whenever it was made', () => {
    const states = fc.array(fc.constantFrom<'held' | 'approved'>('held', 'approved'), { maxLength: 3 });
    fc.assert(
      fc.property(states, states, fc.nat(200), (before, after, words) => {
        const plain = [...before, ...after].map((state, n) => ({ at: sent + 1000 * n, state }));
        const [first, rest] = [plain.slice(0, before.length), plain.slice(before.length)];
        const back = { at: sent + 1000 * before.length - 500, state: 'returned' as const };
        const undone = { at: back.at + 1, state: 'held' as const };
        const with_ = {
          ...given,
          revisions: [revision(sent - 5000, words)],
          approvals: [...first, back, undone, ...rest],
        };
        const without = { ...with_, approvals: plain };
        const t = sent + 10_000;
        expect([metAt(with_, 100, t), countedFrom(with_, t), unsealedBy(with_, 100, t)]).toEqual([
          metAt(without, 100, t),
          countedFrom(without, t),
          unsealedBy(without, 100, t),
        ]);
      }),
    );
  });
});

import { describe, expect, it } from 'vitest';
import { at, post, revision } from '../testing/fixtures';
import { inTheWay, type ModerateAction } from './inTheWay';

const T = at('03-05 12:00');
const r = [revision(at('03-02 10:00'), 40)];
const plain = post('plain', 'ines', r);
const gone = post('gone', 'ines', r, { removals: [{ from: at('03-03 10:00'), to: null }] });
const held = post('held', 'ines', r, { approvals: [{ at: at('03-02 10:00'), state: 'held' }] });
const staff = post('staff', 'teodora', r, { authorKind: 'staff' });
const aside = post('aside', 'ines', r, { to: staff, asideWith: 'ines' });

describe('what is in the way of an act', () => {
  it.each<[ModerateAction, typeof plain, ReturnType<typeof inTheWay>]>([
    ['remove', plain, null],
    ['remove', gone, 'removed'],
    ['restore', gone, null],
    ['restore', plain, 'notRemoved'],
    ['approve', held, null],
    ['approve', plain, 'notHeld'],
    ['return', held, null],
    ['return', plain, 'notHeld'],
    ['hold', plain, null],
    ['hold', held, 'held'],
    ['hold', staff, 'notOfTheClass'],
    ['hold', aside, 'notOfTheClass'],
  ])('%s', (act, on, expected) => {
    expect(inTheWay(act, on, T)).toBe(expected);
  });
  it('is as of the instant asked for', () => {
    expect(inTheWay('remove', gone, at('03-03 09:59'))).toBeNull();
  });
});

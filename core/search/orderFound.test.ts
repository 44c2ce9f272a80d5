import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { orderFound, type Found } from './orderFound';

const post = (id: string, times: number, length = 700, at = 0): Found => ({ id, at, times, length });
const ids = (...found: Found[]) => orderFound(found).map(({ id }) => id);

describe('the order of what is found', () => {
  it('has first what holds it most often, for its length, then what is newest', () => {
    expect(ids(post('a', 1), post('b', 3))).toEqual(['b', 'a']);
    expect(ids(post('long', 2, 9000), post('short', 2, 200))).toEqual(['short', 'long']);
    expect(ids(post('old', 1, 700, 1), post('new', 1, 700, 2))).toEqual(['new', 'old']);
    expect(ids(post('b', 1), post('a', 1))).toEqual(['a', 'b']);
  });
  it('of two posts is the same whatever else is found', () => {
    const found = fc.record({
      id: fc.uuid(),
      at: fc.nat(5),
      times: fc.integer({ min: 1, max: 9 }),
      length: fc.integer({ min: 1, max: 5000 }),
    });
    fc.assert(
      fc.property(found, found, fc.array(found), (one, other, more) => {
        const alone = ids(one, other);
        const among = ids(...more, other, one).filter((id) => id === one.id || id === other.id);
        expect(among).toEqual(alone);
      }),
    );
  });
});

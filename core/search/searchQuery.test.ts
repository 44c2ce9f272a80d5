import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { searchQuery } from './searchQuery';

describe('what is looked for', () => {
  it.each([
    ['flood', '"flood"*'],
    ['flood ', '"flood"'],
    ['flood ins', '"flood" "ins"*'],
    ['"river bank"', '"river bank"'],
    ['“river bank” fl', '"river bank" "fl"*'],
    ['«river bank»', '"river bank"'],
    ['flood-plain x', '"flood plain" "x"*'],
    ["Ines's", '"Ines s"*'],
    ['Zsófia Vondráčková', '"Zsófia" "Vondráčková"*'],
    ['NEAR(a, b) OR -c* ', '"NEAR a" "b" "OR" "c"'],
    ['text:secret', '"text secret"*'],
    ['河川 洪水', '"河 川" "洪 水"*'],
    ['"unclosed phrase', '"unclosed" "phrase"*'],
  ])('%s is %s', (typed, query) => expect(searchQuery(typed)).toBe(query));
  it.each(['', '   ', '""', '"', '* - ^', '😀'])('“%s” is nothing', (typed) =>
    expect(searchQuery(typed)).toBeNull(),
  );
  it('never has more than a dozen terms, and takes no notice of what comes after 400 characters', () => {
    expect(searchQuery('a '.repeat(100))!.split(' ')).toHaveLength(12);
    expect(searchQuery(`${'x'.repeat(500)}`)).toBe(`"${'x'.repeat(400)}"*`);
  });
  it('is made of quoted words only, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (typed) => {
        const query = searchQuery(typed);
        if (query !== null) expect(query).toMatch(/^("[\p{L}\p{N}\p{M}]+( [\p{L}\p{N}\p{M}]+)*"\*?( |$))+$/u);
      }),
    );
  });
});

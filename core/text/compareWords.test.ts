import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareWords, distanceBetween } from './compareWords';

const sentence = fc
  .array(fc.constantFrom('the', 'weir', 'stays', 'goes', 'river', 'and', 'Nobody', 'owns.', 'it,'), {
    maxLength: 40,
  })
  .map((words) => words.join(' '));
const joined = (text: string) => text.replace(/\s+/g, ' ').trim();

describe('two versions of a text, word by word', () => {
  it('keeps what both share, and puts what was taken away before what came', () => {
    expect(compareWords('The weir stays.', 'The weir goes.')).toEqual([
      { kind: 'same', text: 'The weir ' },
      { kind: 'removed', text: 'stays.' },
      { kind: 'added', text: 'goes.' },
    ]);
  });
  it('knows lines, and takes no notice of the white space behind a word', () => {
    expect(compareWords('one two\nthree', 'one two three').filter(({ kind }) => kind !== 'same')).toEqual([
      { kind: 'removed', text: '\n' },
    ]);
  });
  it('gives either version back when the other one’s words are left out', () => {
    fc.assert(
      fc.property(sentence, sentence, (before, after) => {
        const stretches = compareWords(before, after);
        const without = (kind: string) =>
          joined(
            stretches
              .filter((each) => each.kind !== kind)
              .map(({ text }) => `${text} `)
              .join(''),
          );
        expect(without('added')).toBe(joined(before));
        expect(without('removed')).toBe(joined(after));
      }),
    );
  });
  it('lays texts that share nothing one behind the other, without taking long', () => {
    const many = (word: string) => Array.from({ length: 6000 }, (_, at) => `${word}${at}`).join(' ');
    const started = performance.now();
    expect(compareWords(many('a'), many('b'))).toHaveLength(2);
    expect(distanceBetween(many('a'), many('b'))).toEqual({ words: 12_000, share: 1 });
    expect(performance.now() - started).toBeLessThan(4000);
  });
});

describe('how far a version is from another', () => {
  it('is the share of words that the two do not have in common', () => {
    expect(distanceBetween('one two three four', 'one two three five')).toEqual({ words: 2, share: 0.25 });
    expect(distanceBetween('coming soon', 'A floodplain is a promise')).toEqual({ words: 7, share: 1 });
    expect(distanceBetween('', '')).toEqual({ words: 0, share: 0 });
  });
  it('takes no notice of capitals and punctuation', () => {
    expect(distanceBetween('The weir, stays!', 'the weir stays').words).toBe(0);
  });
  it('is the same in both directions, from 0 to 1', () => {
    fc.assert(
      fc.property(sentence, sentence, (one, other) => {
        const there = distanceBetween(one, other);
        expect(there.share).toBeGreaterThanOrEqual(0);
        expect(there.share).toBeLessThanOrEqual(1);
        expect(distanceBetween(other, one).words).toBe(there.words);
        expect(distanceBetween(one, one).words).toBe(0);
      }),
    );
  });
});

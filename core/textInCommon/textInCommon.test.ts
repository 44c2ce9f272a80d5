import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quotationNode } from '../text/quotation';
import type { RichNode } from '../text/richText';
import { textOf } from '../text/textOf';
import { comparedText, foldedWord } from './comparedText';
import { mostUncommon, passagesWithoutCommon, type IsCommon } from './commonRuns';
import { fingerprintsOf } from './fingerprints';
import { isShown } from './isShown';
import { cutBy, passagesBetween, runAt, shareOf, SHORTEST, type Compared, type Passage } from './passages';
import { PrintIndex } from './printIndex';
import { SourceRuns } from './sourceRuns';
import { Vocabulary } from './vocabulary';

const words = (text: string) => comparedText(textOf(text)).words;
const vocabulary = new Vocabulary();
const plain = (list: readonly string[], breaks: readonly number[] = []): Compared => ({
  words: vocabulary.numbersOf(list),
  breaks: new Set(breaks),
});
const split = (text: string) => text.split(' ');

describe('words as they are compared', () => {
  it('have no accents, capitals or apostrophes, and are parted by everything else', () => {
    expect(words("The WEIR’s Über-Wehr: l'eau, 2.5 m")).toEqual([
      'the',
      'weirs',
      'uber',
      'wehr',
      'leau',
      '2',
      '5',
      'm',
    ]);
    expect(words("a\u00ADb zero\u200Bwidth ‘quoted’ 'so'")).toEqual(['ab', 'zerowidth', 'quoted', 'so']);
    expect(foldedWord('Ångström')).toBe(foldedWord('A\u030angstro\u0308m'));
  });
  it('are segments where a script has no spaces', () => {
    expect(words('河在城市下面 the river').length).toBeGreaterThan(4);
    expect(words('河在城市下面').join('')).toBe('河在城市下面');
  });
  it('go on from block to block, end at a quotation, and know where they stand', () => {
    const doc: RichNode = {
      type: 'doc',
      content: [
        ...textOf('One two').content!,
        quotationNode('p', 1, 'said before'),
        ...textOf('three\n\nfour').content!,
      ],
    };
    const { words: list, breaks, text, places } = comparedText(doc);
    expect(list).toEqual(['one', 'two', 'three', 'four']);
    expect([...breaks]).toEqual([2]);
    expect(places.map(([from, to]) => text.slice(from, to))).toEqual(['One', 'two', 'three', 'four']);
  });
  it('stand where they say, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (said) => {
        const { text, words: list, places } = comparedText(textOf(said));
        expect(list.map((_, at) => foldedWord(text.slice(...places[at]!)))).toEqual(list);
      }),
    );
  });
});

const river = split('the river runs under the market and nobody hears it any more');
const word = fc.constantFrom('a', 'b', 'c');
/** Texts of few words, so that much is equal, some with a planted passage, breaks and cuts. */
const text = fc
  .tuple(
    fc.array(
      fc.oneof(
        { weight: 3, arbitrary: word.map((each) => [each]) },
        { weight: 1, arbitrary: fc.constant(river) },
      ),
      { maxLength: 24 },
    ),
    fc.array(fc.nat({ max: 60 }), { maxLength: 2 }),
    fc.array(fc.nat({ max: 60 }), { maxLength: 3 }),
  )
  .map(([parts, breaks, cuts]): Compared => {
    const list = parts.flat();
    return {
      ...plain(list, breaks),
      cut: Uint8Array.from(list, (_, at) => Number(cuts.includes(at))),
    };
  });

/** Everything with everything: every maximal run of equal words, at every place. */
function byHand(a: Compared, b: Compared): Passage[] {
  const equal = (i: number, j: number) =>
    i >= 0 &&
    j >= 0 &&
    i < a.words.length &&
    j < b.words.length &&
    a.words[i] === b.words[j] &&
    !a.cut?.[i] &&
    !b.cut?.[j];
  const found: Passage[] = [];
  for (let j = 0; j < b.words.length; j++)
    for (let i = 0; i < a.words.length; i++) {
      if (!equal(i, j)) continue;
      if (equal(i - 1, j - 1) && !a.breaks.has(i) && !b.breaks.has(j)) continue;
      let n = 1;
      while (equal(i + n, j + n) && !a.breaks.has(i + n) && !b.breaks.has(j + n)) n++;
      if (n >= SHORTEST) found.push({ a: i, b: j, words: n });
    }
  return found;
}

describe('passages in common', () => {
  it('are runs of eight words and more, as long as they go', () => {
    const a = plain([...split('we say that'), ...river, 'today']);
    const b = plain([...river, ...split('they say')]);
    expect(passagesBetween(a, b)).toEqual([{ a: 3, b: 0, words: 12 }]);
    expect(passagesBetween(plain(river.slice(0, 7)), plain(river))).toEqual([]);
  });
  it('end where a word is cut or a quotation stands between', () => {
    const a = plain(river);
    expect(passagesBetween(a, plain(river, [9]))).toEqual([{ a: 0, b: 0, words: 9 }]);
    const cut = Uint8Array.from(river, (_, at) => Number(at === 2));
    expect(passagesBetween({ ...a, cut }, plain(river))).toEqual([{ a: 3, b: 3, words: 9 }]);
  });
  it('are those that comparing everything with everything gives', () => {
    fc.assert(
      fc.property(text, text, (a, b) => {
        expect(passagesBetween(a, b)).toEqual(byHand(a, b));
      }),
      { numRuns: 300 },
    );
  });
  it('cover a share of each text, every word once', () => {
    const a = plain([...river, 'and', ...river]);
    const b = plain(river);
    const found = passagesBetween(a, b);
    expect(found).toHaveLength(2);
    expect(shareOf(found, 'b', b.words.length)).toBe(1);
    expect(shareOf(found, 'a', a.words.length)).toBe(24 / 25);
    expect(shareOf([], 'a', 0)).toBe(0);
  });
  it('leave out what stands in a source, by runs of eight', () => {
    const source = new SourceRuns(plain(river));
    const text = plain([...split('as the prompt says'), ...river.slice(0, 9), 'so']);
    const cut = cutBy(text, (from) => source.has(text.words, from));
    expect(cut.join('')).toBe('00001111111110');
    expect(cutBy(plain(river.slice(0, 7)), () => true)).not.toContain(1);
  });
});

describe('fingerprints', () => {
  it('are shared by texts that have a passage in common, always', () => {
    fc.assert(
      fc.property(text, text, (a, b) => {
        if (passagesBetween(a, b).length === 0) return;
        const index = new PrintIndex();
        for (const [n, each] of [b, a].entries()) index.add(n, fingerprintsOf(each));
        const found = [...fingerprintsOf(b)].flatMap((print) => index.under(print));
        expect(found).toContain(1);
      }),
      { numRuns: 500 },
    );
  });
  it('are few', () => {
    const list = Array.from({ length: 400 }, (_, at) => `w${at}`);
    expect(fingerprintsOf(plain(list)).size).toBeLessThan(250);
    expect(fingerprintsOf(plain(river.slice(0, 7))).size).toBe(0);
  });
  it('are found in an index however much was added since it was sorted', () => {
    const index = new PrintIndex();
    for (let text = 0; text < 3000; text++) index.add(text, [text % 7, 4_294_967_295, text]);
    expect(index.under(4_294_967_295)).toHaveLength(3000);
    expect(index.under(2999)).toEqual([2999]);
    expect(index.under(3).slice(0, 3)).toEqual([3, 3, 10]);
    expect(index.under(5000)).toEqual([]);
  });
});

describe('what is common', () => {
  const phrase = split('in my opinion the question is not easy to answer');
  const isPhrase = (a: Compared, b: Compared) => {
    const said = ` ${plain(phrase).words.join(' ')} `;
    const phrases =
      ({ words: list }: Compared): IsCommon =>
      (from) =>
        said.includes(` ${runAt(list, from)} `);
    return { a: phrases(a), b: phrases(b) };
  };
  it('is what more than five students have, and more than a fifth of the writers', () => {
    expect([0, 20, 29, 30, 300].map(mostUncommon)).toEqual([5, 5, 5, 6, 60]);
  });
  it('is cut from what two have in common, in both alike', () => {
    const [a, b] = [plain(['one', ...phrase, 'and', ...river]), plain([...river, 'two', ...phrase])];
    expect(passagesBetween(a, b).map((each) => each.words)).toEqual([12, 10]);
    expect(passagesWithoutCommon(a, b, isPhrase(a, b))).toEqual([{ a: 12, b: 0, words: river.length }]);
  });
  it('is no part of twenty-five equal words', () => {
    const long = [...phrase, ...river, 'so', 'we', 'say', 'here'];
    expect(long.length).toBeGreaterThanOrEqual(25);
    expect(passagesWithoutCommon(plain(long), plain(long), isPhrase(plain(long), plain(long)))).toEqual([
      { a: 0, b: 0, words: long.length },
    ]);
    const shorter = long.slice(0, 24);
    expect(
      passagesWithoutCommon(plain(shorter), plain(shorter), isPhrase(plain(shorter), plain(shorter))),
    ).toEqual([{ a: phrase.length, b: phrase.length, words: 24 - phrase.length }]);
  });
  it('is also what is cut in part for another reason', () => {
    const text = [...phrase, ...river.slice(0, 10)];
    const a = { ...plain(text), cut: Uint8Array.from(text, (_, at) => Number(at === 1)) };
    expect(passagesWithoutCommon(a, plain(text), isPhrase(a, plain(text)))).toEqual([
      { a: 10, b: 10, words: 10 },
    ]);
  });
});

describe('a pair is shown', () => {
  it('for a passage of twelve words, or a fifth of either text', () => {
    const passage = (n: number) => [{ a: 0, b: 0, words: n }];
    expect(isShown(passage(12), { a: 0.01, b: 0.01 })).toBe(true);
    expect(isShown(passage(11), { a: 0.19, b: 0.1 })).toBe(false);
    expect(isShown(passage(8), { a: 0.05, b: 0.2 })).toBe(true);
    expect(isShown([], { a: 0, b: 0 })).toBe(false);
  });
});

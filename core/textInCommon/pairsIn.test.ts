import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ComparedPost, ComparedVersion } from './comparedPost';
import { Cuts, type GivenText } from './cuts';
import { isShown } from './isShown';
import { ComparedTexts } from './comparedTexts';
import { PairsIn, type PairFound } from './pairsIn';
import { SHORTEST, shareOf, type Compared, type Passage } from './passages';
import { Vocabulary } from './vocabulary';

const vocabulary = new Vocabulary();
const compared = (words: readonly string[], breaks: readonly number[] = []): ComparedVersion['text'] => ({
  words: vocabulary.numbersOf(words),
  breaks: new Set(breaks),
});

const phrases = [
  'the river runs under the market and nobody hears it any more',
  'in my opinion the question is not easy to answer at all',
  'what the weir gives to the mill it takes from the meadow below',
  'a flood is measured by what it leaves behind when it goes',
].map((each) => each.split(' '));

interface Plan {
  readonly author: number;
  readonly forum: number;
  readonly parent: number | null;
  readonly staff: boolean;
  readonly aside: boolean;
  readonly versions: readonly {
    readonly after: number;
    readonly byStaff: boolean;
    readonly text: ComparedVersion['text'];
  }[];
}

const text: fc.Arbitrary<ComparedVersion['text']> = fc
  .tuple(
    fc.array(
      fc.oneof(
        { weight: 3, arbitrary: fc.nat({ max: 3 }).map((at) => phrases[at]!) },
        { weight: 1, arbitrary: fc.nat({ max: 3 }).map((at) => phrases[at]!.slice(0, 9)) },
        { weight: 2, arbitrary: fc.nat({ max: 40 }).map((at) => [`w${at}`]) },
      ),
      { minLength: 1, maxLength: 5 },
    ),
    fc.option(fc.nat({ max: 30 })),
  )
  .map(([parts, split]) => compared(parts.flat(), split === null ? [] : [split]));

const plan: fc.Arbitrary<Plan> = fc.record({
  author: fc.nat({ max: 8 }),
  forum: fc.nat({ max: 1 }),
  parent: fc.option(fc.nat({ max: 11 }), { freq: 3 }),
  staff: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
  aside: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
  versions: fc.array(
    fc.record({ after: fc.nat({ max: 3 }), byStaff: fc.nat({ max: 5 }).map((n) => n === 0), text }),
    { minLength: 1, maxLength: 3 },
  ),
});

function postsOf(plans: readonly Plan[]): ComparedPost[] {
  return plans.map((each, index) => {
    let at = index;
    const above = each.parent === null || each.parent >= index ? null : each.parent;
    return {
      id: `p${String(index).padStart(2, '0')}`,
      forumId: `f${above === null ? each.forum : rootForum(plans, above)}`,
      parentId: above === null ? null : `p${String(above).padStart(2, '0')}`,
      authorId: each.staff ? 'staff' : `s${each.author}`,
      authorKind: each.staff ? 'staff' : 'student',
      isAside: each.aside,
      versions: each.versions.map(({ after, byStaff, text: said }, number): ComparedVersion => ({
        number: number + 1,
        at: (at += number === 0 ? 0 : after),
        byStaff: byStaff && number > 0,
        text: said,
      })),
    };
  });
}

function rootForum(plans: readonly Plan[], at: number): number {
  const { parent, forum } = plans[at]!;
  return parent === null || parent >= at ? forum : rootForum(plans, parent);
}

/** Some posts as they stood when anything came, and what came. */
function asTheyCame(posts: readonly ComparedPost[]) {
  const times = [...new Set(posts.flatMap(({ versions }) => versions.map(({ at }) => at)))];
  return times
    .sort((a, b) => a - b)
    .map((t) => {
      const then = posts.flatMap((post) => {
        const versions = post.versions.filter(({ at }) => at <= t);
        return versions.length === 0 ? [] : [{ ...post, versions }];
      });
      return { then, came: then.filter(({ versions }) => versions.at(-1)!.at === t) };
    });
}

/** Everything with everything, by the words of the rules alone. */
function byHand(
  posts: readonly ComparedPost[],
  given: readonly GivenText[],
  isEarlier: (post: ComparedPost) => boolean = () => false,
): PairFound[] {
  interface One {
    readonly post: ComparedPost;
    readonly version: ComparedVersion;
  }
  const all: One[] = posts
    .filter(({ authorKind, isAside }) => authorKind === 'student' && !isAside)
    .flatMap((post) => post.versions.filter(({ byStaff }) => !byStaff).map((version) => ({ post, version })));
  const runs = ({ words, breaks }: Compared) => {
    const found = new Map<number, string>();
    for (let from = 0; from + SHORTEST <= words.length; from++)
      if (![...breaks].some((at) => at > from && at < from + SHORTEST))
        found.set(from, [...words].slice(from, from + SHORTEST).join(' '));
    return found;
  };
  const commonIn = (some: readonly One[]) => {
    const having = new Map<string, Set<string>>();
    for (const { post, version } of some)
      for (const run of runs(version.text).values())
        having.set(run, (having.get(run) ?? new Set()).add(post.authorId));
    const writers = new Set(some.map(({ post }) => post.authorId)).size;
    return (run: string) => (having.get(run)?.size ?? 0) > Math.max(5, Math.floor(writers / 5));
  };
  const [isCommonHere, isCommonAnywhere] = [
    commonIn(all.filter(({ post }) => !isEarlier(post))),
    commonIn(all),
  ];
  const covered = (each: Compared, isIn: (run: string) => boolean) => {
    const cut = [...each.words].map(() => false);
    for (const [from, run] of runs(each)) if (isIn(run)) cut.fill(true, from, from + SHORTEST);
    return cut;
  };
  const cutOf = (one: One, other: One): boolean[] => {
    const forums = [one.post.forumId, other.post.forumId];
    const sources = given.filter(({ forumId }) => forums.includes(forumId)).map((each) => each.text);
    const stood = (post: ComparedPost) => post.versions.filter(({ at }) => at <= one.version.at).at(-1);
    for (const post of posts)
      if (post.authorKind === 'staff' && !post.isAside && forums.includes(post.forumId) && stood(post))
        sources.push(stood(post)!.text);
    const byId = new Map(posts.map((post) => [post.id, post]));
    // An aside is no source, and nothing above it is read.
    for (let at = byId.get(one.post.parentId ?? ''); at && !at.isAside; at = byId.get(at.parentId ?? ''))
      if (stood(at)) sources.push(stood(at)!.text);
    const inSources = new Set(sources.flatMap((each) => [...runs(each).values()]));
    return covered(one.version.text, (run) => inSources.has(run));
  };
  const passages = (a: Compared, b: Compared, cutA: readonly boolean[], cutB: readonly boolean[]) => {
    const isEqual = (i: number, j: number) =>
      i >= 0 &&
      j >= 0 &&
      i < a.words.length &&
      j < b.words.length &&
      !cutA[i] &&
      !cutB[j] &&
      a.words[i] === b.words[j];
    const found: Passage[] = [];
    for (let j = 0; j < b.words.length; j++)
      for (let i = 0; i < a.words.length; i++) {
        if (!isEqual(i, j) || (isEqual(i - 1, j - 1) && !a.breaks.has(i) && !b.breaks.has(j))) continue;
        let n = 1;
        while (isEqual(i + n, j + n) && !a.breaks.has(i + n) && !b.breaks.has(j + n)) n++;
        if (n >= SHORTEST) found.push({ a: i, b: j, words: n });
      }
    return found;
  };
  const compare = (one: One, other: One) => {
    const [a, b] = [one.version.text, other.version.text];
    const [cutA, cutB] = [cutOf(one, other), cutOf(other, one)];
    const long = passages(a, b, cutA, cutB).filter(({ words }) => words >= 25);
    const inLong = (at: number, side: 'a' | 'b') =>
      long.some((each) => at >= each[side] && at < each[side] + each.words);
    const common = (each: Compared, side: 'a' | 'b') =>
      covered(each, isEarlier(one.post) || isEarlier(other.post) ? isCommonAnywhere : isCommonHere).map(
        (is, at) => is && !inLong(at, side),
      );
    const [alsoA, alsoB] = [common(a, 'a'), common(b, 'b')];
    return passages(
      a,
      b,
      cutA.map((is, at) => is || alsoA[at]!),
      cutB.map((is, at) => is || alsoB[at]!),
    );
  };
  const key = ({ post, version }: One) =>
    `${String(5000 + version.at).padStart(6, '0')} ${String(5000 + post.versions[0]!.at).padStart(6, '0')} ${post.id} ${version.number}`;
  const best = new Map<string, { readonly rank: string; readonly found: PairFound }>();
  for (const x of all)
    for (const y of all) {
      if (key(x) >= key(y) || x.post.authorId === y.post.authorId) continue;
      if (isEarlier(x.post) && isEarlier(y.post)) continue;
      const found = compare(x, y);
      const shares = {
        a: shareOf(found, 'a', x.version.text.words.length),
        b: shareOf(found, 'b', y.version.text.words.length),
      };
      if (!isShown(found, shares)) continue;
      const name = [x.post.id, y.post.id].sort().join(' ');
      const rank = `${key(y)} ${key(x)}`;
      if ((best.get(name)?.rank ?? '') < rank)
        best.set(name, {
          rank,
          found: {
            a: { postId: x.post.id, number: x.version.number },
            b: { postId: y.post.id, number: y.version.number },
            passages: found,
            shares,
            words: new Set(
              found.flatMap((each) => Array.from({ length: each.words }, (_, at) => each.b + at)),
            ).size,
            rarity: 0,
          },
        });
    }
  return [...best.values()].map(({ found }) => found);
}

const inOrder = (pairs: readonly PairFound[]) =>
  pairs
    .map((each) => ({ ...each, rarity: 0 }))
    .sort((x, y) => (JSON.stringify(x) < JSON.stringify(y) ? -1 : 1));

const givenTexts = fc.array(
  fc.record({
    forumId: fc.constantFrom('f0', 'f1'),
    kind: fc.constantFrom('prompt' as const, 'reading' as const),
    text,
  }),
  { maxLength: 1 },
);

describe('pairs of a course', () => {
  it('are those that comparing everything with everything gives', () => {
    fc.assert(
      fc.property(fc.array(plan, { minLength: 2, maxLength: 12 }), givenTexts, (plans, given) => {
        const posts = postsOf(plans);
        const pairs = new PairsIn(new ComparedTexts(new Cuts(given)));
        for (const post of posts) pairs.texts.put(post);
        expect(inOrder(pairs.pairs())).toEqual(inOrder(byHand(posts, given)));
      }),
      { numRuns: 150, endOnFailure: true },
    );
  });

  it('are the same when posts come one after the other', () => {
    fc.assert(
      fc.property(fc.array(plan, { minLength: 2, maxLength: 12 }), givenTexts, (plans, given) => {
        const posts = postsOf(plans);
        const pairs = new PairsIn(new ComparedTexts(new Cuts(given)));
        for (const { then, came } of asTheyCame(posts)) {
          for (const post of came) pairs.texts.put(post);
          expect(inOrder(pairs.pairs())).toEqual(inOrder(byHand(then, given)));
        }
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });

  it('are found with earlier courses, which are not compared with one another', () => {
    fc.assert(
      fc.property(fc.array(plan, { minLength: 2, maxLength: 14 }), fc.nat({ max: 8 }), (plans, before) => {
        const posts = postsOf(plans);
        // Whoever opened a thread in an earlier course, all of it is there.
        const root = (post: ComparedPost): ComparedPost => {
          const above = posts.find(({ id }) => id === post.parentId);
          return above ? root(above) : post;
        };
        const isEarlier = (post: ComparedPost) => Number(root(post).id.slice(1)) < before;
        const there = posts.map((post) =>
          isEarlier(post)
            ? {
                ...post,
                forumId: `${post.forumId}b`,
                versions: post.versions.map((version) => ({ ...version, at: version.at - 1000 })),
              }
            : post,
        );
        const pairs = new PairsIn(new ComparedTexts(new Cuts([])));
        for (const post of there) if (isEarlier(post)) pairs.texts.putEarlier(post);
        for (const { came } of asTheyCame(there.filter((post) => !isEarlier(post)))) {
          for (const post of came) pairs.texts.put(post);
          pairs.pairs();
        }
        expect(inOrder(pairs.pairs())).toEqual(inOrder(byHand(there, [], isEarlier)));
      }),
      { numRuns: 80, endOnFailure: true },
    );
  });

  it('of a large class with words in common are found, too', () => {
    const posts = Array.from({ length: 60 }, (_, at): ComparedPost => ({
      id: `p${100 + at}`,
      forumId: 'f0',
      parentId: null,
      authorId: `s${at}`,
      authorKind: 'student',
      isAside: false,
      versions: [
        {
          number: 1,
          at,
          byStaff: false,
          text: compared([
            ...phrases[1]!,
            `own${at}`,
            ...(at > 56 ? [...phrases[0]!, ...phrases[1]!, ...phrases[2]!] : phrases[at % 2 ? 2 : 3]!),
          ]),
        },
      ],
    }));
    const pairs = new PairsIn(new ComparedTexts(new Cuts([])));
    for (const post of posts) pairs.texts.put(post);
    const found = pairs.pairs();
    expect(inOrder(found)).toEqual(inOrder(byHand(posts, [])));
    expect(found.map(({ a, b }) => `${a.postId} ${b.postId}`)).toEqual([
      'p157 p158',
      'p157 p159',
      'p158 p159',
    ]);
  });
});

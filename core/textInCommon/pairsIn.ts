import type { Id } from '../course/id';
import { NEVER_COMMON, passagesWithoutCommon, type IsCommon } from './commonRuns';
import { isBefore } from './comparedPost';
import type { ComparedTexts, Held, Holders } from './comparedTexts';
import { cutWhere, type CutReason } from './cuts';
import { isShown, mayBeEnough } from './isShown';
import { coveredBy, findWords, runStarts, shareOf, SHORTEST, type Passage } from './passages';

/** One version of a post, by its number from 1. */
export interface VersionName {
  readonly postId: Id;
  readonly number: number;
}

/** What two posts have in common: the newest versions of theirs that have enough. (rules §12) */
export interface PairFound {
  /** The earlier version. */
  readonly a: VersionName;
  readonly b: VersionName;
  /** In the order of the later version. */
  readonly passages: readonly Passage[];
  /** How much of each stands in the other, from 0 to 1. */
  readonly shares: { readonly a: number; readonly b: number };
  /** Words of the later version that stand in the earlier one. */
  readonly words: number;
  /** How seldom these words are in what is compared, together, in bits: with much that few others write it is large. */
  readonly rarity: number;
}

/** What a version was found to have with another so far, going through it word by word. */
interface Shared {
  /** Where the last run of both began. */
  last: number;
  /** Words in runs of both that are not common. */
  covered: number;
  /** How many of them stand one after the other at the end. */
  inARow: number;
  /** Whether it is enough already to compare the two. */
  isEnough: boolean;
}

/** Whether two versions are of the course, or one of an earlier one: other students count for what is common. */
type Where = 'within' | 'across';
const whereOf = (one: Held, other: Held): Where => (one.isEarlier || other.isEarlier ? 'across' : 'within');

/** More pairs than these are not kept: a text that a whole large class has in common was given to it in some way. */
const MOST_PAIRS = 20_000;

const pairName = (one: Id, other: Id): string => (one < other ? `${one} ${other}` : `${other} ${one}`);

/** Pairs of posts, by their names. */
class Named {
  readonly all = new Map<string, readonly [Id, Id]>();

  /** Two posts of one person are no pair. */
  add({ post: one }: Held, { post: other }: Held): void {
    if (one.authorId !== other.authorId) this.all.set(pairName(one.id, other.id), [one.id, other.id]);
  }
}

/**
 * What students have in common in what they wrote in a course, and with what was written in earlier ones: always exactly the pairs that
 * comparing every version with every other would give. (rules §12)
 */
export class PairsIn {
  readonly #pairs = new Map<string, PairFound>();
  /** Where in each version a common run begins, as long as nothing comes. */
  readonly #common = new Map<Held, Partial<Record<Where, Uint8Array>>>();
  /** Versions before this place are compared. */
  #compared = 0;
  /** What was common when they were. */
  #most = { within: -1, across: -1 };

  constructor(readonly texts: ComparedTexts) {}

  /** Every pair, with all that came so far; each time only what is new is compared. */
  pairs(): readonly PairFound[] {
    const { texts } = this;
    texts.takeIn();
    const most = texts.mostUncommon();
    // With fewer writers something else was common: everything is compared again.
    const again = most.within !== this.#most.within || most.across !== this.#most.across;
    if (again) this.#pairs.clear();
    this.#most = most;
    this.#common.clear();
    const named = new Named();
    const touched = new Set<Id>();
    for (let at = again ? 0 : this.#compared; at < texts.size; at++)
      if (!texts.at(at).isEarlier) this.#nameNear(at, again, named, touched);
    this.#compared = texts.size;
    for (const [name, { a, b }] of touched.size > 0 ? this.#pairs : [])
      if (touched.has(a.postId) || touched.has(b.postId)) named.all.set(name, [a.postId, b.postId]);
    for (const [name, [one, other]] of named.all) {
      if (this.isFull && !this.#pairs.has(name)) continue;
      const found = this.#compare(one, other);
      if (found === null) this.#pairs.delete(name);
      else this.#pairs.set(name, found);
    }
    return [...this.#pairs.values()];
  }

  /** Whether there may be more pairs than are kept. */
  get isFull(): boolean {
    return this.#pairs.size >= MOST_PAIRS;
  }

  /** Why each word of a version is left out beside another, `common` where many have it; null: it is not. */
  leftOut(one: Held, other: Held): (CutReason | 'common' | null)[] {
    const reasons: (CutReason | 'common' | null)[] = this.texts.cuts.reasonsFor(one.post, one.version, [
      one.post.forumId,
      other.post.forumId,
    ]);
    const { text } = one.version;
    const isCommon = this.#commonIn(one, whereOf(one, other));
    for (const from of runStarts(text))
      if (isCommon(from)) for (let at = from; at < from + SHORTEST; at++) reasons[at] ??= 'common';
    return reasons;
  }

  /**
   * Names the pairs of posts that a version may be part of: with whoever has a run of eight words with it that is not common, or 25 words
   * whatever they are.
   *
   * @param everything is compared anyway
   * @param touched is given, where it is not, the posts with a run that became common with this version: less of them is compared than before
   */
  #nameNear(at: number, everything: boolean, named: Named, touched: Set<Id>): void {
    const one = this.texts.at(at);
    const uncut = new Set(runStarts(one.text));
    const shared = new Map<number, Shared>();
    const long = { within: new Stretch(), across: new Stretch() };
    // What is cut makes a run common, too, for whoever has it uncut.
    for (const from of runStarts(one.version.text)) {
      const holders = this.texts.holdersOf(one.text, from);
      if (holders === null) continue;
      for (const where of ['within', 'across'] as const) {
        const [students, versions] =
          where === 'within' ? [holders.students, holders.versions] : [holders.everyone, holders.earlier];
        const isCommon = students.size > this.#most[where];
        if (isCommon && !everything && this.#isJustCommon(holders, where))
          for (const other of [...holders.versions, ...holders.earlier])
            touched.add(this.texts.at(other).post.id);
        if (!uncut.has(from)) continue;
        for (const other of versions)
          if (
            isCommon
              ? long[where].isLookedAt(from) && this.#reachesAround(one, from, other)
              : this.#mayBeShown(one, other, from, holders, shared)
          )
            named.add(one, this.texts.at(other));
        if (isCommon) long[where].goOn(from);
      }
    }
  }

  /**
   * Whether a version may have enough with another to be shown, once a run of both is found in it. It never says no where comparing the two
   * would say yes: passages are made of runs that are not common, but for those of 25 words.
   */
  #mayBeShown(
    one: Held,
    other: number,
    from: number,
    { repeating }: Holders,
    known: Map<number, Shared>,
  ): boolean {
    const two = this.texts.at(other);
    if (one.post.authorId === two.post.authorId) return false;
    const shared = known.get(other) ?? { last: -SHORTEST, covered: 0, inARow: 0, isEnough: false };
    known.set(other, shared);
    // It was named when it became enough.
    if (shared.isEnough) return false;
    const isNew = shared.last !== from - 1;
    shared.covered += Math.min(SHORTEST, from - shared.last);
    shared.inARow = isNew ? SHORTEST : shared.inARow + 1;
    shared.last = from;
    const shortest = Math.min(one.text.words.length, two.text.words.length);
    shared.isEnough =
      mayBeEnough(shared.inARow, shared.covered / shortest) ||
      repeating.has(other) ||
      this.#reachesAround(one, from, other);
    return shared.isEnough;
  }

  /** Whether a run was not common before what came last. */
  #isJustCommon({ versions, earlier }: Holders, where: Where): boolean {
    const before = new Set<Id>();
    for (const at of where === 'within' ? versions : [...versions, ...earlier])
      if (
        (at < this.#compared || this.texts.at(at).isEarlier) &&
        before.add(this.texts.at(at).post.authorId).size > this.#most[where]
      )
        return false;
    return true;
  }

  /** Whether another version agrees with one around a run of both for 25 words, which are never common. */
  #reachesAround({ text }: Held, from: number, other: number): boolean {
    const { text: theirs } = this.texts.at(other).version;
    const run = text.words.slice(from, from + SHORTEST);
    for (let there = findWords(theirs, run); there >= 0; there = findWords(theirs, run, there + 1)) {
      let [start, end] = [0, SHORTEST];
      while (
        from + start > 0 &&
        there + start > 0 &&
        text.words[from + start - 1] === theirs.words[there + start - 1]
      )
        start--;
      while (from + end < text.words.length && text.words[from + end] === theirs.words[there + end]) end++;
      if (end - start >= NEVER_COMMON) return true;
    }
    return false;
  }

  /** Whether the run that begins at a place of a version is common; worked out once for all the pairs it is in. */
  #commonIn(held: Held, where: Where): IsCommon {
    const known = this.#common.get(held) ?? {};
    this.#common.set(held, known);
    const starts = (known[where] ??= this.#commonStarts(held, where));
    return (from) => starts[from] === 1;
  }

  #commonStarts({ version: { text } }: Held, where: Where): Uint8Array {
    const starts = new Uint8Array(text.words.length);
    for (const from of runStarts(text)) {
      const holders = this.texts.holdersOf(text, from);
      const students = where === 'across' ? holders?.everyone : holders?.students;
      if ((students?.size ?? 0) > this.#most[where]) starts[from] = 1;
    }
    return starts;
  }

  /** The newest versions of two posts that have enough in common: by the later of the two, then by the earlier. (rules §12) */
  #compare(one: Id, other: Id): PairFound | null {
    const versions = this.texts
      .of(one)
      .flatMap((a) => this.texts.of(other).map((b): [Held, Held] => (isBefore(a, b) ? [a, b] : [b, a])));
    versions.sort(([a, b], [x, y]) => (b === y ? order(x, a) : order(y, b)));
    for (const [earlier, later] of versions) {
      const found = this.#between(earlier, later);
      if (found) return found;
    }
    return null;
  }

  #between(earlier: Held, later: Held): PairFound | null {
    const [a, b] = [this.#beside(earlier, later), this.#beside(later, earlier)];
    const where = whereOf(earlier, later);
    const passages = passagesWithoutCommon(a, b, {
      a: this.#commonIn(earlier, where),
      b: this.#commonIn(later, where),
    });
    const shares = {
      a: shareOf(passages, 'a', a.words.length),
      b: shareOf(passages, 'b', b.words.length),
    };
    if (!isShown(passages, shares)) return null;
    const covered = coveredBy(passages, 'b');
    let rarity = 0;
    for (const word of new Set([...covered].map((at) => b.words[at]!))) rarity += this.texts.rarityOf(word);
    const name = ({ post, version }: Held) => ({ postId: post.id, number: version.number });
    return { a: name(earlier), b: name(later), passages, shares, words: covered.size, rarity };
  }

  /** A text with what is cut from it beside another: where that stands in another forum, by what is given there, too. */
  #beside(one: Held, other: Held): Held['text'] {
    const forums = [one.post.forumId, other.post.forumId];
    if (forums[0] === forums[1]) return one.text;
    return { ...one.text, cut: cutWhere(this.texts.cuts.reasonsFor(one.post, one.version, forums)) };
  }
}

/** Runs that are common, one after the other: of 25 equal words that are all common, one run in eighteen is always looked at. */
class Stretch {
  #last = -2;
  #length = 0;

  /** Whether a run is one of those, if it is common. */
  isLookedAt(from: number): boolean {
    const length = this.#last === from - 1 ? this.#length + 1 : 1;
    return length % (NEVER_COMMON - SHORTEST + 1) === 0;
  }

  goOn(from: number): void {
    this.#length = this.#last === from - 1 ? this.#length + 1 : 1;
    this.#last = from;
  }
}

const order = (one: Held, other: Held): number => (one === other ? 0 : isBefore(one, other) ? -1 : 1);

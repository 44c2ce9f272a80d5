import type { Id } from '../course/id';
import { mostUncommon } from './commonRuns';
import {
  isBefore,
  isCompared,
  type ComparedPost,
  type ComparedVersion,
  type HeldVersion,
} from './comparedPost';
import { cutWhere, type Cuts } from './cuts';
import { fingerprintAt, fingerprintsOf } from './fingerprints';
import { findWords, isSameRun, runStarts, SHORTEST } from './passages';
import { PrintIndex } from './printIndex';
import { RunTable } from './runTable';
import { printOf } from './sourceRuns';

/** A version among all that are compared. */
export interface Held extends HeldVersion {
  /** Whether it was written in an earlier course, whose posts are not compared with one another. */
  readonly isEarlier: boolean;
  /** With what its own forum and what it answers cut from it. */
  readonly text: ComparedVersion['text'];
}

/** Who has a run of eight words, and which versions. */
export interface Holders {
  /** Students of the course; with those of earlier ones. */
  readonly students: Set<Id>;
  readonly everyone: Set<Id>;
  /** Versions of the course, by their places; of earlier ones. */
  readonly versions: number[];
  readonly earlier: number[];
  /** Those of them that have it more than once. */
  readonly repeating: Set<number>;
}

/** What is remembered of a run that many may have: how many of these were looked at. */
interface Crowd extends Holders {
  /** Its eight words. */
  readonly run: Uint32Array;
  looked: number;
  lookedEarlier: number;
}

/** A run of which more versions than these may be had is remembered with who has it. */
const CROWD = 12;

/** Everything that students of a course have written, to be asked who else has some words; with what students of earlier courses wrote. */
export class ComparedTexts {
  /** Every run of eight words of the course: what is common needs them all. */
  readonly #runs = new RunTable();
  /** Fingerprints of earlier courses, whose texts are many more. */
  readonly #earlierPrints = new PrintIndex();
  readonly #earlierPosts = new Set<Id>();
  readonly #held: Held[] = [];
  readonly #ofPost = new Map<Id, number[]>();
  readonly #ofStudent = new Map<Id, number[]>();
  /** Everyone who wrote what is compared, in any course. */
  readonly #writers = new Set<Id>();
  /** In how many versions each word stands, by its number. */
  readonly #having: number[] = [];
  /** By the numbers of their runs; two that are not equal hardly ever have the same. */
  readonly #crowds = new Map<number, Crowd[]>();
  readonly #waiting = new Map<Id, ComparedPost>();
  #lastPrint: { readonly print: number; readonly texts: readonly number[] } = { print: -1, texts: [] };

  constructor(readonly cuts: Cuts) {}

  /** A post came to the course, or came to have more versions. What it replies to has not changed since it was there last. */
  put(post: ComparedPost): void {
    this.cuts.put(post);
    if (isCompared(post)) this.#waiting.set(post.id, post);
  }

  /** A post of an earlier course, with the names in it masked. They all come before any is asked for. */
  putEarlier(post: ComparedPost): void {
    this.#earlierPosts.add(post.id);
    this.put(post);
  }

  /** Takes in what came, once everything that may cut it is there. */
  takeIn(): void {
    for (const post of this.#waiting.values()) {
      const own = this.#ofPost.get(post.id) ?? [];
      this.#ofPost.set(post.id, own);
      const last = own.length === 0 ? 0 : this.#held[own.at(-1)!]!.version.number;
      for (const version of post.versions)
        if (!version.byStaff && version.number > last) own.push(this.#hold(post, version));
    }
    this.#waiting.clear();
  }

  #hold(post: ComparedPost, version: ComparedVersion): number {
    const { words, breaks } = version.text;
    const cut = cutWhere(this.cuts.reasonsFor(post, version, [post.forumId]));
    const isEarlier = this.#earlierPosts.has(post.id);
    const text = cut.includes(1) ? { words, breaks, cut } : version.text;
    const at = this.#held.push({ isEarlier, post, version, text }) - 1;
    this.#writers.add(post.authorId);
    this.#lastPrint = { print: -1, texts: [] };
    for (const word of new Set(words)) this.#having[word] = (this.#having[word] ?? 0) + 1;
    // Also what is cut: of what is common all is counted that stands outside quotations.
    if (isEarlier) this.#earlierPrints.add(at, fingerprintsOf({ words, breaks }));
    else {
      const own = this.#ofStudent.get(post.authorId);
      if (own) own.push(at);
      else this.#ofStudent.set(post.authorId, [at]);
      this.#runs.add(at, new Set(runStarts({ words, breaks }).map((from) => printOf(words, from))));
    }
    return at;
  }

  /** How many versions there are; each has a place below it. */
  get size(): number {
    return this.#held.length;
  }

  at(place: number): Held {
    return this.#held[place]!;
  }

  /** The versions of a post, in the order they were written. */
  of(postId: Id): readonly Held[] {
    return (this.#ofPost.get(postId) ?? []).map((place) => this.#held[place]!);
  }

  /** What a student wrote in the course, the earliest version first. */
  writtenBy(studentId: Id): Held[] {
    return (this.#ofStudent.get(studentId) ?? [])
      .map((place) => this.#held[place]!)
      .sort((one, other) => (isBefore(one, other) ? -1 : 1));
  }

  /** With more students than these a run is common: within the course, and where earlier courses take part. (rules §12) */
  mostUncommon(): { readonly within: number; readonly across: number } {
    return { within: mostUncommon(this.#ofStudent.size), across: mostUncommon(this.#writers.size) };
  }

  /** How seldom a word is, in bits: 0 for one that stands in every version. */
  rarityOf(word: number): number {
    return Math.log2(this.#held.length / (this.#having[word] ?? 1));
  }

  /** Who has the eight words of a text from a place on; null: nobody but one student. */
  holdersOf({ words }: Held['text'], from: number): Holders | null {
    const print = printOf(words, from);
    const may = this.#runs.textsWith(print);
    const mayEarlier = this.#earlierWith(words, from);
    const [first] = may;
    if (first === undefined && mayEarlier.length === 0) return null;
    const author = first === undefined ? null : this.#held[first]!.post.authorId;
    if (mayEarlier.length === 0 && may.every((at) => this.#held[at]!.post.authorId === author)) return null;
    const isCrowd = may.length + mayEarlier.length > CROWD;
    const known = isCrowd
      ? this.#crowds.get(print)?.find(({ run }) => isSameRun(run, 0, words, from))
      : undefined;
    const crowd: Crowd = known ?? {
      run: words.slice(from, from + SHORTEST),
      students: new Set(),
      everyone: new Set(),
      versions: [],
      earlier: [],
      repeating: new Set(),
      looked: 0,
      lookedEarlier: 0,
    };
    for (; crowd.looked < may.length; crowd.looked++) this.#look(may[crowd.looked]!, crowd);
    for (; crowd.lookedEarlier < mayEarlier.length; crowd.lookedEarlier++)
      this.#look(mayEarlier[crowd.lookedEarlier]!, crowd);
    if (isCrowd && !known) this.#crowds.set(print, [...(this.#crowds.get(print) ?? []), crowd]);
    return crowd;
  }

  /** The versions of earlier courses that may have the eight words from a place on; runs side by side often have one fingerprint. */
  #earlierWith(words: Uint32Array, from: number): readonly number[] {
    if (this.#earlierPosts.size === 0) return [];
    const print = fingerprintAt(words, from);
    if (this.#lastPrint.print !== print) this.#lastPrint = { print, texts: this.#earlierPrints.under(print) };
    return this.#lastPrint.texts;
  }

  /** Adds a version to those that have a run, if it has it. */
  #look(at: number, holders: Crowd): void {
    const { version, post, isEarlier } = this.#held[at]!;
    const place = findWords(version.text, holders.run);
    if (place < 0) return;
    if (findWords(version.text, holders.run, place + 1) >= 0) holders.repeating.add(at);
    (isEarlier ? holders.earlier : holders.versions).push(at);
    holders.everyone.add(post.authorId);
    if (!isEarlier) holders.students.add(post.authorId);
  }
}

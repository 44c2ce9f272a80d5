import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { isCompared, versionAt, type ComparedPost, type ComparedVersion } from './comparedPost';
import { runStarts, SHORTEST, type Compared } from './passages';
import { RunTable } from './runTable';
import { printOf, SourceRuns } from './sourceRuns';

/** Texts students were given, that stay whatever version of a post is looked at. */
export type GivenKind = 'prompt' | 'question' | 'reading' | 'starter';

/** Why a word is left out of what is compared. (rules §12) */
export type CutReason = GivenKind | 'staff' | 'answered';

/** Which reason is told where several apply. */
const ORDER: readonly CutReason[] = ['prompt', 'question', 'reading', 'starter', 'staff', 'answered'];

/** 1 for each word that is left out for some reason, else 0. */
export const cutWhere = (reasons: readonly (CutReason | null)[]): Uint8Array =>
  Uint8Array.from(reasons, (reason) => (reason === null ? 0 : 1));

/** A text that students of a forum were given, with what it quotes. */
export interface GivenText {
  readonly forumId: Id;
  readonly kind: GivenKind;
  readonly text: Compared;
}

/** A text that cuts others, while it stood. */
interface Source {
  readonly reason: CutReason;
  readonly runs: SourceRuns;
  readonly from: Instant;
  /** Until another version takes its place. */
  to: Instant;
}

/** What cuts the posts of one forum. */
class ForumSources {
  readonly #index = new RunTable();
  readonly #sources: Source[] = [];

  add(source: Source): void {
    this.#index.add(this.#sources.push(source) - 1, source.runs.prints);
  }

  /** The sources that have a run, as they stood at an instant. */
  having(words: Compared['words'], from: number, print: number, t: Instant): Source[] {
    return this.#index
      .textsWith(print)
      .map((number) => this.#sources[number]!)
      .filter((source) => source.from <= t && t < source.to && source.runs.has(words, from, print));
  }
}

/** Which words of a version are left out, and why: what a forum gave its students, what staff wrote there, and what the post answers. (rules §12) */
export class Cuts {
  readonly #forums = new Map<Id, ForumSources>();
  readonly #posts = new Map<Id, ComparedPost>();
  readonly #runs = new WeakMap<ComparedVersion, SourceRuns>();
  /** Of each post by staff: its last version, and how many there were. */
  readonly #last = new Map<Id, { source: Source; versions: number }>();

  constructor(given: readonly GivenText[]) {
    for (const { forumId, kind, text } of given)
      this.#of(forumId).add({
        reason: kind,
        runs: new SourceRuns(text),
        ...{ from: -Infinity, to: Infinity },
      });
  }

  /** A post came to the course, or came to have more versions. Asides cut nothing. */
  put(post: ComparedPost): void {
    if (post.isAside) return;
    this.#posts.set(post.id, post);
    if (isCompared(post)) return;
    for (const version of post.versions.slice(this.#last.get(post.id)?.versions ?? 0)) {
      const before = this.#last.get(post.id);
      if (before) before.source.to = version.at;
      const source: Source = {
        reason: 'staff',
        runs: this.#runsOf(version),
        from: version.at,
        to: Infinity,
      };
      this.#of(post.forumId).add(source);
      this.#last.set(post.id, { source, versions: (before?.versions ?? 0) + 1 });
    }
  }

  /**
   * Why each word of a version is left out; null: it is not.
   *
   * @param forumIds of its own post, and of the one it is compared with
   */
  reasonsFor(
    post: ComparedPost,
    { text, at }: ComparedVersion,
    forumIds: readonly Id[],
  ): (CutReason | null)[] {
    const { words } = text;
    const reasons = new Array<CutReason | null>(words.length).fill(null);
    const forums = [...new Set(forumIds)].flatMap((id) => this.#forums.get(id) ?? []);
    const above = this.#above(post).flatMap((each) => {
      const version = versionAt(each, at);
      return version === null ? [] : [this.#runsOf(version)];
    });
    if (forums.length === 0 && above.length === 0) return reasons;
    const leaveOut = (from: number, reason: CutReason) => {
      for (let word = from; word < from + SHORTEST; word++) {
        const known = reasons[word] ?? null;
        if (known === null || ORDER.indexOf(reason) < ORDER.indexOf(known)) reasons[word] = reason;
      }
    };
    for (const from of runStarts({ words, breaks: text.breaks })) {
      const print = printOf(words, from);
      for (const forum of forums)
        for (const { reason } of forum.having(words, from, print, at)) leaveOut(from, reason);
      if (above.some((runs) => runs.has(words, from, print))) leaveOut(from, 'answered');
    }
    return reasons;
  }

  /** What a post answers, directly and further up. */
  #above(post: ComparedPost): ComparedPost[] {
    const line: ComparedPost[] = [];
    let above = this.#posts.get(post.parentId ?? '');
    while (above && !line.includes(above)) {
      line.push(above);
      above = this.#posts.get(above.parentId ?? '');
    }
    return line;
  }

  #of(forumId: Id): ForumSources {
    const known = this.#forums.get(forumId) ?? new ForumSources();
    this.#forums.set(forumId, known);
    return known;
  }

  #runsOf(version: ComparedVersion): SourceRuns {
    const known = this.#runs.get(version) ?? new SourceRuns(version.text);
    this.#runs.set(version, known);
    return known;
  }
}

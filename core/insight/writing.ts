import type { Id } from '../course/id';
import type { CalendarDay } from '../time/calendarDay';
import type { Instant } from '../time/instant';
import type { LocalTime } from './localTime';
import { FEW, type Written } from './written';

/** How long posts of a kind are: words of the first quarter, the middle one and the third quarter. */
export interface Lengths {
  readonly posts: number;
  readonly low: number | null;
  readonly middle: number | null;
  readonly high: number | null;
}

/** A question with the conversation that came of it. */
export interface Branch {
  readonly postId: Id;
  readonly forumId: Id;
  readonly authorId: Id;
  /** Posts below it, at any depth. */
  readonly below: number;
}

/** How a class writes. (rules §11) */
export interface Writing {
  readonly opening: Lengths;
  readonly replies: Lengths;
  readonly byWeek: readonly {
    readonly week: CalendarDay;
    readonly opening: number | null;
    readonly replies: number | null;
  }[];
  /** Threads by how deep they go: 0 replies below one another, 1, 2, 3, 4, and 5 or more. */
  readonly depths: readonly number[];
  /** Replies of students, those that ask something, and those that ask or bring something. */
  readonly asking: number;
  readonly bringing: number;
  /** Posts of students that ask something and have led furthest, at most five. */
  readonly branches: readonly Branch[];
  readonly told: boolean;
}

const DEEPEST = 5;
const MOST_BRANCHES = 5;
/** A shorter branch has not led far. */
const LEADS_FAR = 3;

/** How many posts have how many words. */
type WordCounts = ReadonlyMap<number, number>;

const countIn = (counts: Map<number, number>, words: number) =>
  counts.set(words, (counts.get(words) ?? 0) + 1);

/** Several counts as one. */
function together(all: readonly (WordCounts | undefined)[]): WordCounts {
  const sum = new Map<number, number>();
  for (const counts of all)
    for (const [words, posts] of counts ?? []) sum.set(words, (sum.get(words) ?? 0) + posts);
  return sum;
}

/** The shortest length that a share of the posts reach or stay below, and the number of posts. */
function lengthsOf(counts: WordCounts): Lengths {
  const inOrder = [...counts].sort(([a], [b]) => a - b);
  const posts = inOrder.reduce((sum, [, n]) => sum + n, 0);
  const at = (share: number): number | null => {
    let before = 0;
    return inOrder.find(([, n]) => (before += n) >= share * posts)?.[0] ?? null;
  };
  return { posts, low: at(0.25), middle: at(0.5), high: at(0.75) };
}

/** What stands below posts, by their places in a list. */
interface Below {
  /** How many, at any depth. */
  readonly n: Int32Array;
  /** How deep the deepest stands. */
  readonly depth: Int32Array;
}

/**
 * What stands below each post.
 *
 * @param posts those of a forum together, each after the one it answers; where what stood between was removed, a branch ends
 */
function belowEach(posts: readonly Written[]): Below {
  const place = new Map<Id, number>();
  for (const [index, { id }] of posts.entries()) place.set(id, index);
  const n = new Int32Array(posts.length);
  const depth = new Int32Array(posts.length);
  for (let index = posts.length - 1; index >= 0; index--) {
    const { parentId } = posts[index]!;
    const parent = parentId === null ? undefined : place.get(parentId);
    if (parent === undefined) continue;
    n[parent]! += n[index]! + 1;
    depth[parent] = Math.max(depth[parent]!, depth[index]! + 1);
  }
  return { n, depth };
}

/** Words of opening posts and of replies. */
interface Words<Counts extends WordCounts = WordCounts> {
  readonly opening: Counts;
  readonly replies: Counts;
}

/** How one forum is written in. */
export interface ForumWriting {
  /** By the Monday of their week. */
  readonly weeks: ReadonlyMap<CalendarDay, Words>;
  readonly depths: readonly number[];
  readonly asking: number;
  readonly bringing: number;
  readonly far: readonly (Branch & { readonly at: Instant })[];
}

/** Those that led furthest, the earlier first where two led as far. */
const furthest = (branches: readonly (Branch & { readonly at: Instant })[]) =>
  [...branches].sort((a, b) => b.below - a.below || a.at - b.at).slice(0, MOST_BRANCHES);

/**
 * Counts how a forum is written in.
 *
 * @param posts in the order they were written
 */
export function writingIn(posts: readonly Written[], localTime: (at: Instant) => LocalTime): ForumWriting {
  const below = belowEach(posts);
  const weeks = new Map<CalendarDay, Words<Map<number, number>>>();
  const depths = Array.from({ length: DEEPEST + 1 }, () => 0);
  const far: (Branch & { readonly at: Instant })[] = [];
  let [asking, bringing] = [0, 0];
  for (const [index, post] of posts.entries()) {
    const { id, forumId, authorId, answers, at, words, asks } = post;
    if (post.byStaff) continue;
    if (asks && below.n[index]! >= LEADS_FAR)
      far.push({ postId: id, forumId, authorId, below: below.n[index]!, at });
    const { week } = localTime(at);
    let own = weeks.get(week);
    if (!own) weeks.set(week, (own = { opening: new Map(), replies: new Map() }));
    if (post.parentId === null) {
      countIn(own.opening, words);
      // Nobody but staff could answer an entry of a journal.
      if (post.readers !== 'staff') depths[Math.min(below.depth[index]!, DEEPEST)]!++;
    } else if (answers !== null && answers.authorId !== authorId) {
      countIn(own.replies, words);
      if (asks) asking++;
      if (asks || post.brings) bringing++;
    }
  }
  return { weeks, depths, asking, bringing, far: furthest(far) };
}

/**
 * How a class writes: how long posts are, over the weeks; how deep threads go; which questions led far; and how many replies bring
 * something, which is a question, a link, a file, a picture or a quoted passage. It is told from ten posts on. (rules §11)
 *
 * @param weeks Mondays of the class weeks so far
 */
export function writingOf(forums: readonly ForumWriting[], weeks: readonly CalendarDay[]): Writing {
  const all = forums.flatMap((forum) => [...forum.weeks.values()]);
  const opening = lengthsOf(together(all.map((each) => each.opening)));
  const replies = lengthsOf(together(all.map((each) => each.replies)));
  const middleIn = (week: CalendarDay, kind: keyof Words) =>
    lengthsOf(together(forums.map((forum) => forum.weeks.get(week)?.[kind]))).middle;
  const sum = (numberOf: (forum: ForumWriting) => number) =>
    forums.reduce((total, forum) => total + numberOf(forum), 0);
  return {
    opening,
    replies,
    byWeek: weeks.map((week) => ({
      week,
      opening: middleIn(week, 'opening'),
      replies: middleIn(week, 'replies'),
    })),
    depths: Array.from({ length: DEEPEST + 1 }, (_, depth) => sum((forum) => forum.depths[depth]!)),
    asking: sum(({ asking }) => asking),
    bringing: sum(({ bringing }) => bringing),
    branches: furthest(forums.flatMap(({ far }) => far)).map(({ at: _at, ...branch }) => branch),
    told: opening.posts + replies.posts >= FEW,
  };
}

import { median, quantile } from 'd3-array';
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

const rounded = (value: number | undefined) => (value === undefined ? null : Math.round(value));

const lengthsOf = (words: readonly number[]): Lengths => ({
  posts: words.length,
  low: rounded(quantile(words, 0.25)),
  middle: rounded(median(words)),
  high: rounded(quantile(words, 0.75)),
});

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

/**
 * How a class writes: how long posts are, over the weeks; how deep threads go; which questions led far; and how many replies bring
 * something, which is a question, a link, a file, a picture or a quoted passage. It is told from ten posts on. (rules §11)
 *
 * @param posts those of a forum together, in the order they were written
 * @param weeks Mondays of the class weeks so far
 */
export function writingOf(
  posts: readonly Written[],
  weeks: readonly CalendarDay[],
  localTime: (at: Instant) => LocalTime,
): Writing {
  const below = belowEach(posts);
  const opening: number[] = [];
  const replies: number[] = [];
  const openingWeeks = new Map<CalendarDay, number[]>(weeks.map((week) => [week, []]));
  const replyWeeks = new Map<CalendarDay, number[]>(weeks.map((week) => [week, []]));
  const depths = Array.from({ length: DEEPEST + 1 }, () => 0);
  const far: (Branch & { readonly at: Instant })[] = [];
  let [own, asking, bringing] = [0, 0, 0];
  for (const [index, post] of posts.entries()) {
    const { id, forumId, authorId, answers, at, words, asks } = post;
    if (post.byStaff) continue;
    own++;
    if (asks && below.n[index]! >= LEADS_FAR)
      far.push({ postId: id, forumId, authorId, below: below.n[index]!, at });
    const { week } = localTime(at);
    if (post.parentId === null) {
      opening.push(words);
      openingWeeks.get(week)?.push(words);
      // Nobody but staff could answer an entry of a journal.
      if (post.readers !== 'staff') depths[Math.min(below.depth[index]!, DEEPEST)]!++;
    } else if (answers !== null && answers.authorId !== authorId) {
      replies.push(words);
      replyWeeks.get(week)?.push(words);
      if (asks) asking++;
      if (asks || post.brings) bringing++;
    }
  }
  const branches = far.sort((a, b) => b.below - a.below || a.at - b.at).slice(0, MOST_BRANCHES);
  return {
    opening: lengthsOf(opening),
    replies: lengthsOf(replies),
    byWeek: weeks.map((week) => ({
      week,
      opening: rounded(median(openingWeeks.get(week)!)),
      replies: rounded(median(replyWeeks.get(week)!)),
    })),
    depths,
    asking,
    bringing,
    branches: branches.map(({ at: _at, ...branch }) => branch),
    told: own >= FEW,
  };
}

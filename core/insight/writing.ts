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

/** How many posts stand below each, and how deep the deepest stands. */
function below(posts: readonly Written[]): ReadonlyMap<Id, { n: number; depth: number }> {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const counts = new Map(posts.map(({ id }) => [id, { n: 0, depth: 0 }]));
  for (const post of posts) {
    let depth = 0;
    // What stood between may have been removed with all below it standing; then the branch ends there.
    for (let at = post.parentId; at !== null; at = byId.get(at)?.parentId ?? null) {
      const count = counts.get(at);
      if (!count) break;
      depth++;
      count.n++;
      count.depth = Math.max(count.depth, depth);
    }
  }
  return counts;
}

/**
 * How a class writes: how long posts are, over the weeks; how deep threads go; which questions led far; and how many replies bring
 * something, which is a question, a link, a file, a picture or a quoted passage. It is told from ten posts on. (rules §11)
 *
 * @param weeks Mondays of the class weeks so far
 */
export function writingOf(
  posts: readonly Written[],
  weeks: readonly CalendarDay[],
  localTime: (at: Instant) => LocalTime,
): Writing {
  const own = posts.filter(({ byStaff }) => !byStaff);
  const isReply = ({ answers, authorId }: Written) => answers !== null && answers.authorId !== authorId;
  const opening = own.filter(({ parentId }) => parentId === null);
  const replies = own.filter(isReply);
  const weekOf = new Map(own.map((post) => [post, localTime(post.at).week]));
  const perWeek = (list: readonly Written[]) => {
    const words = new Map<CalendarDay, number[]>(weeks.map((week) => [week, []]));
    for (const post of list) words.get(weekOf.get(post)!)?.push(post.words);
    return words;
  };
  const [openingWeeks, replyWeeks] = [perWeek(opening), perWeek(replies)];
  const counts = below(posts);
  const depths = Array.from({ length: DEEPEST + 1 }, () => 0);
  for (const { id } of opening) depths[Math.min(counts.get(id)!.depth, DEEPEST)]!++;
  const branches = own
    .filter(({ asks, id }) => asks && counts.get(id)!.n >= LEADS_FAR)
    .map(({ id, forumId, authorId, at }) => ({ postId: id, forumId, authorId, below: counts.get(id)!.n, at }))
    .sort((a, b) => b.below - a.below || a.at - b.at)
    .slice(0, MOST_BRANCHES);
  return {
    opening: lengthsOf(opening.map(({ words }) => words)),
    replies: lengthsOf(replies.map(({ words }) => words)),
    byWeek: weeks.map((week) => ({
      week,
      opening: rounded(median(openingWeeks.get(week)!)),
      replies: rounded(median(replyWeeks.get(week)!)),
    })),
    depths,
    asking: replies.filter(({ asks }) => asks).length,
    bringing: replies.filter(({ asks, brings }) => asks || brings).length,
    branches: branches.map(({ at: _at, ...branch }) => branch),
    told: own.length >= FEW,
  };
}

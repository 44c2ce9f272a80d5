import { endOf, type Assignment } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import { compareIds, type Id } from '../course/id';
import { reviewsDate } from '../terms/reviewsDate';
import { DAY, type Instant } from '../time/instant';
import { endsAt } from '../time/minute';
import type { MayNotMeet } from './mustNot';
import { isLatecomer, type ReviewablePost, type Reviewer } from './pool';

/** Who is given whose post to review. */
export interface Given {
  readonly reviewerId: Id;
  readonly authorId: Id;
  readonly postId: Id;
}

/** What topping up starts from. */
export interface TopUpFrom {
  /** Everything that was ever assigned. */
  readonly assignments: readonly Assignment[];
  /** What of it stands, after what lapses now. */
  readonly live: readonly Assignment[];
  /** What the pairing gives at the same instant. */
  readonly given: readonly Given[];
  readonly reviewers: ReadonlyMap<Id, Reviewer>;
  readonly mayNotMeet: MayNotMeet;
  /** When it was decided who reviews whom; null: it is now. */
  readonly pairedAt: Instant | null;
  readonly t: Instant;
}

/** The one who posted first, then by the id of the post. */
const byCreation = (one: ReviewablePost, other: ReviewablePost) =>
  one.createdAt - other.createdAt || compareIds(one.post.id, other.post.id);

/**
 * Topping up: whoever of the pool has fewer than they are to review gets the rest, one each in turn, by their posts' creation; each time of
 * the unit's posts the one that the fewest review, then the earlier. Nobody gets their own, that of somebody they must not meet, or of an
 * author they review, reviewed or were relieved of. (rules §9)
 */
export function topUp(course: CourseData, forum: Forum, from: TopUpFrom): Given[] {
  const { assignments, live, reviewers, mayNotMeet, pairedAt, t } = from;
  /** By reviewer: the authors they were ever given here, but for what ended because all were paired anew. */
  const met = new Map<Id, Set<Id>>();
  const meets = ({ reviewerId, authorId }: Pick<Given, 'reviewerId' | 'authorId'>) =>
    met.set(reviewerId, (met.get(reviewerId) ?? new Set()).add(authorId));
  /** By reviewer: how many count as given: live ones, and those that staff took back. */
  const has = new Map<Id, number>();
  /** By post: how many review it. */
  const load = new Map<Id, number>();
  const add = (counts: Map<Id, number>, id: Id) => counts.set(id, (counts.get(id) ?? 0) + 1);
  const hadOne = new Set<Id>();
  for (const each of assignments) {
    if (each.madeAt > t) continue;
    const end = endOf(each, t);
    if (end === 'pairedAnew') continue;
    hadOne.add(each.reviewerId);
    meets(each);
    if (end === 'withdrawn') add(has, each.reviewerId);
  }
  for (const each of [...live, ...from.given]) {
    add(has, each.reviewerId);
    add(load, each.postId);
    meets(each);
  }

  const isInTime = (reviewer: Reviewer): boolean => {
    if (pairedAt === null) return true;
    const date = reviewsDate(forum, reviewer.terms);
    if (date === null || t <= endsAt(date) - DAY) return true;
    return !hadOne.has(reviewer.student.id) && isLatecomer(course, forum, reviewer, pairedAt, t);
  };
  const short = [...reviewers.values()]
    .filter((each) => each.inPool && (has.get(each.student.id) ?? 0) < each.number && isInTime(each))
    .sort((a, b) => byCreation(a.own!, b.own!));
  if (short.length === 0) return [];

  const posts = new Map<Id, PostsByLoad>();
  for (const { own } of reviewers.values())
    if (own !== null) {
      let unit = posts.get(own.unitId);
      if (!unit) posts.set(own.unitId, (unit = new PostsByLoad()));
      unit.add(own, load.get(own.post.id) ?? 0);
    }
  const given: Given[] = [];
  let waiting: readonly Reviewer[] = short;
  while (waiting.length > 0) {
    const next: Reviewer[] = [];
    for (const reviewer of waiting) {
      const { id } = reviewer.student;
      const post = posts
        .get(reviewer.own!.unitId)!
        .take(({ authorId }) => authorId !== id && !mayNotMeet(id, authorId) && !met.get(id)?.has(authorId));
      if (post === null) continue;
      const one = { reviewerId: id, authorId: post.authorId, postId: post.id };
      given.push(one);
      meets(one);
      add(has, id);
      if (has.get(id)! < reviewer.number) next.push(reviewer);
    }
    waiting = next;
  }
  return given;
}

/** The posts of a unit, those first that the fewest review. */
class PostsByLoad {
  /** By how many review them; each in the order of creation. */
  readonly #byLoad: ReviewablePost[][] = [];

  add(post: ReviewablePost, load: number): void {
    while (this.#byLoad.length <= load) this.#byLoad.push([]);
    const same = this.#byLoad[load]!;
    let low = 0;
    let high = same.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (byCreation(same[middle]!, post) < 0) low = middle + 1;
      else high = middle;
    }
    same.splice(low, 0, post);
  }

  /** The first post that fits, from now on reviewed by one more; null where none does. */
  take(fits: (post: ReviewablePost['post']) => boolean): ReviewablePost['post'] | null {
    for (let load = 0; load < this.#byLoad.length; load++) {
      const index = this.#byLoad[load]!.findIndex(({ post }) => fits(post));
      if (index < 0) continue;
      const [post] = this.#byLoad[load]!.splice(index, 1);
      this.add(post!, load + 1);
      return post!.post;
    }
    return null;
  }
}

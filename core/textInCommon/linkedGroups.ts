import type { Id } from '../course/id';
import type { ComparedPost } from './comparedPost';

/** Posts that hang together by text in common. */
export interface LinkedGroups {
  /** The number of its group, from 1, by a post's id; none where only two students have something in common. */
  readonly of: ReadonlyMap<Id, number>;
  /** How many students are in each group, in the order of their numbers: the largest first. */
  readonly sizes: readonly number[];
}

/**
 * Which posts of more than two students hang together, one by one, by text in common. (rules §12)
 *
 * @example linkedGroups([[a, b], [b, c]]).sizes // [3]
 */
export function linkedGroups(pairs: readonly (readonly [ComparedPost, ComparedPost])[]): LinkedGroups {
  const above = new Map<Id, Id>();
  const rootOf = (id: Id): Id => {
    let at = id;
    while (above.has(at)) at = above.get(at)!;
    if (at !== id) above.set(id, at);
    return at;
  };
  const authors = new Map<Id, Id>();
  for (const [one, other] of pairs) {
    authors.set(one.id, one.authorId).set(other.id, other.authorId);
    const [first, second] = [rootOf(one.id), rootOf(other.id)];
    if (first !== second) above.set(second, first);
  }
  const groups = new Map<Id, { posts: Id[]; students: Set<Id> }>();
  for (const [id, authorId] of authors) {
    const group = groups.get(rootOf(id)) ?? { posts: [], students: new Set<Id>() };
    groups.set(rootOf(id), group);
    group.posts.push(id);
    group.students.add(authorId);
  }
  const large = [...groups.values()]
    .filter(({ students }) => students.size > 2)
    .sort((x, y) => y.students.size - x.students.size || (x.posts[0]! < y.posts[0]! ? -1 : 1));
  return {
    of: new Map(large.flatMap(({ posts }, index) => posts.map((id) => [id, index + 1] as const))),
    sizes: large.map(({ students }) => students.size),
  };
}

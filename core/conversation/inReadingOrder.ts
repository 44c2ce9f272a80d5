import type { Id } from '../course/id';

/**
 * The ids of posts in reading order: threads by creation, each answer below what it answers; an answer to something that is
 * not among them stands where that would. Without recursion, for a thread may be thousands of answers deep.
 *
 * @param posts by creation, then by id
 * @param isThere whether a post is among those that are read
 * @example inReadingOrder(posts, () => true) // ['ines-1', 'bram-answers-ines-1', 'chidi-1']
 */
export function inReadingOrder(
  posts: Iterable<{ readonly id: Id; readonly parentId: Id | null }>,
  isThere: (id: Id) => boolean,
): Id[] {
  const parents = new Map<Id, Id | null>();
  for (const { id, parentId } of posts) parents.set(id, parentId);
  const below = new Map<Id | null, Id[]>();
  for (const [id, parentId] of parents) {
    if (!isThere(id)) continue;
    let parent = parentId;
    while (parent !== null && !isThere(parent)) parent = parents.get(parent) ?? null;
    const beside = below.get(parent);
    if (beside) beside.push(id);
    else below.set(parent, [id]);
  }
  const order: Id[] = [];
  const stack = (below.get(null) ?? []).toReversed();
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    order.push(id);
    const answers = below.get(id);
    if (answers) for (let at = answers.length - 1; at >= 0; at--) stack.push(answers[at]!);
  }
  return order;
}

import type { Id } from '../course/id';

/**
 * How many answers to each post stand, removed ones not among them; posts without any are left out.
 *
 * @example countAnswers(posts).get('ines-1') ?? 0
 */
export function countAnswers(
  posts: readonly { readonly parentId: Id | null; readonly removed: boolean }[],
): Map<Id, number> {
  const answers = new Map<Id, number>();
  for (const { parentId, removed } of posts)
    if (parentId !== null && !removed) answers.set(parentId, (answers.get(parentId) ?? 0) + 1);
  return answers;
}

import type { Id } from '../course/id';
import type { Post } from '../course/post';

/** Where a post stands in a forum: what moving it changes, and nothing else. */
export type Standing = Pick<
  Post,
  'id' | 'parentId' | 'threadId' | 'threadAuthorId' | 'answers' | 'questionId' | 'spaceId' | 'starter'
>;

/** Why a branch cannot be moved there. */
export type MoveRefusal = 'belowItself' | 'alreadyThere' | 'otherSpace' | 'aside' | 'removed';

/** What becomes of the posts of a branch when it is moved. */
export type Move = { readonly no: MoveRefusal } | { readonly posts: readonly Standing[] };

/** A post with everything below it, in any order. */
export function branchBelow(posts: readonly Pick<Post, 'id' | 'parentId'>[], root: Id): Set<Id> {
  const below = new Map<Id, Id[]>();
  for (const { id, parentId } of posts)
    if (parentId !== null) below.set(parentId, [...(below.get(parentId) ?? []), id]);
  const branch = new Set([root]);
  for (const id of branch) for (const answer of below.get(id) ?? []) branch.add(answer);
  return branch;
}

/**
 * What moving a post with everything below it changes: it then answers the post it is moved to, or opens a thread of its own,
 * and counts there with its times unchanged. A branch stays in its space, and an aside between its two sides. (rules §5)
 *
 * @param posts all posts of the forum
 * @param to the post it shall answer, or a thread of its own; in a forum of questions with the question it then belongs to
 * @param isRemoved whether a post is removed at this moment
 * @example moveBranch(posts, 'bram-2', { parentId: 'ines-1' }, () => false)
 */
export function moveBranch(
  posts: readonly Post[],
  root: Id,
  to: { readonly parentId: Id } | { readonly parentId: null; readonly questionId: Id | null },
  isRemoved: (post: Post) => boolean,
): Move {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const moved = byId.get(root)!;
  if (moved.parentId === to.parentId && (to.parentId !== null || moved.questionId === to.questionId))
    return { no: 'alreadyThere' };
  const branch = branchBelow(posts, root);
  const target = to.parentId === null ? null : byId.get(to.parentId)!;
  if (target !== null) {
    if (branch.has(target.id)) return { no: 'belowItself' };
    if (isRemoved(target)) return { no: 'removed' };
    if (target.spaceId !== null && moved.spaceId !== target.spaceId) return { no: 'otherSpace' };
    if ((target.asideWith ?? null) !== (moved.asideWith ?? null)) return { no: 'aside' };
  } else if (moved.asideWith !== null) return { no: 'aside' };
  const threadId = target?.threadId ?? root;
  const threadAuthorId = target?.threadAuthorId ?? moved.authorId;
  const questionId = target?.questionId ?? (to.parentId === null ? to.questionId : null);
  return {
    posts: [...branch].map((id): Standing => {
      const post = byId.get(id)!;
      const isRoot = id === root;
      return {
        id,
        parentId: isRoot ? to.parentId : post.parentId,
        threadId,
        threadAuthorId,
        answers: !isRoot
          ? post.answers
          : target === null
            ? null
            : { authorId: target.authorId, authorKind: target.authorKind },
        questionId,
        spaceId: post.spaceId,
        starter: target === null ? post.starter : false,
      };
    }),
  };
}

import type { Id } from '../course/id';
import type { Post } from '../course/post';

/**
 * The posts that may look different to someone when some have changed: those themselves, what stands below one that ever waited for
 * approval (it is withheld with it), and the removed posts above (their empty places stay only while something stands below them).
 *
 * @param byId all posts of the forum
 * @example affectedBy(posts, ['bram-2'])
 */
export function affectedBy(byId: ReadonlyMap<Id, Post>, changed: readonly Id[]): Set<Id> {
  const affected = new Set(changed);
  const withholding = new Set<Id>();
  for (const id of changed) {
    const post = byId.get(id);
    if (!post) continue;
    if (post.approvals.some(({ standing }) => standing === undefined)) withholding.add(id);
    for (let above = byId.get(post.parentId ?? ''); above; above = byId.get(above.parentId ?? ''))
      if (above.removals.length > 0) affected.add(above.id);
  }
  if (withholding.size === 0) return affected;
  const answers = new Map<Id, Id[]>();
  for (const { id, parentId } of byId.values())
    if (parentId !== null) {
      const beside = answers.get(parentId);
      if (beside) beside.push(id);
      else answers.set(parentId, [id]);
    }
  for (const id of withholding)
    for (const below of answers.get(id) ?? []) {
      withholding.add(below);
      affected.add(below);
    }
  return affected;
}

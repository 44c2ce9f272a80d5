import type { ForumView } from '../../../../contract/discuss';
import type { PostLine } from '../../../../contract/posts';
import { inReadingOrder } from '../../../../core/conversation/inReadingOrder';

/**
 * Takes into a forum what changed of it: lines that came anew or are other than before, in their places; and lets go of what was asked
 * for and is not there any more. Texts are left to {@link Bodies}.
 *
 * @param asked the posts that were asked for
 * @returns null where more than some posts changed (the seal opened, posting closed, a thread was frozen): then the whole forum
 * is asked for
 */
export function mergeForum(
  before: ForumView,
  changed: ForumView,
  asked: readonly string[],
): ForumView | null {
  const known = new Map<string, PostLine>(before.posts.map((line) => [line.id, line]));
  const isOther =
    before.phase !== changed.phase ||
    before.frozen !== changed.frozen ||
    JSON.stringify(before.sealed?.lifts) !== JSON.stringify(changed.sealed?.lifts) ||
    JSON.stringify(before.openThread) !== JSON.stringify(changed.openThread) ||
    before.questions.some(
      ({ id, sealed }) => changed.questions.find((each) => each.id === id)?.sealed !== sealed,
    ) ||
    changed.posts.some(({ id, frozen }) => known.has(id) && known.get(id)!.frozen !== frozen);
  if (isOther) return null;
  for (const id of asked) known.delete(id);
  for (const line of changed.posts) known.set(line.id, line);
  const byTime = [...known.values()].sort((one, other) => one.at - other.at || (one.id < other.id ? -1 : 1));
  const people = new Map([...before.people, ...changed.people].map((person) => [person.id, person]));
  return {
    ...changed,
    people: [...people.values()],
    posts: inReadingOrder(byTime, (id) => known.has(id)).map((id) => known.get(id)!),
    bodies: before.bodies,
  };
}

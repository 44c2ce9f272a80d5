import type { ForumView } from '../../../../contract/discuss';
import type { ForumChange } from '../../../../contract/live';
import type { PostBody, PostLine } from '../../../../contract/posts';
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
  return { ...changed, ...merged(before, asked, changed), bodies: before.bodies };
}

/** The posts of a forum, and who wrote them, once those that changed stand in their places. */
function merged(
  before: ForumView,
  asked: readonly string[],
  changed: Pick<ForumView, 'posts' | 'people'>,
): Pick<ForumView, 'posts' | 'people'> {
  const known = new Map<string, PostLine>(before.posts.map((line) => [line.id, line]));
  for (const id of asked) known.delete(id);
  for (const line of changed.posts) known.set(line.id, line);
  const byTime = [...known.values()].sort((one, other) => one.at - other.at || (one.id < other.id ? -1 : 1));
  const people = new Map([...before.people, ...changed.people].map((person) => [person.id, person]));
  return {
    people: [...people.values()],
    posts: inReadingOrder(byTime, (id) => known.has(id)).map((id) => known.get(id)!),
  };
}

/** What the stream brought of some changed posts. */
export interface Brought {
  readonly posts: readonly string[];
  readonly change: ForumChange;
}

/** Several changes, in the order they came, as one. */
export function together(all: readonly Brought[]): Brought {
  const lines = new Map<string, PostLine>();
  const bodies = new Map<string, PostBody>();
  for (const { posts, change } of all) {
    for (const id of posts) for (const known of [lines, bodies]) known.delete(id);
    for (const line of change.posts) lines.set(line.id, line);
    for (const body of change.bodies) bodies.set(body.id, body);
  }
  const changes = all.map(({ change }) => change);
  return {
    posts: [...new Set(all.flatMap(({ posts }) => posts))],
    change: {
      ...changes.at(-1)!,
      posts: [...lines.values()],
      bodies: [...bodies.values()],
      fresh: changes.flatMap(({ fresh }) => fresh),
      people: changes.flatMap(({ people }) => people),
    },
  };
}

/**
 * Takes into a forum what came with the stream: the same for everyone who gets it, so that one's own marks stay as they are known here.
 * Texts are left to {@link Bodies}.
 *
 * @returns null where it is not known here what is one's own of it: then they are asked for
 */
export function takeChange(before: ForumView, { posts: told, change }: Brought): ForumView | null {
  const known = new Map(before.posts.map((line) => [line.id, line]));
  const fresh = new Set(change.fresh);
  if (change.posts.some(({ id }) => !known.has(id) && !fresh.has(id))) return null;
  if ((before.sealed === null) !== (change.sealedPosts === null)) return null;
  const lines = change.posts.map((line): PostLine => {
    const mine = known.get(line.id);
    return {
      ...line,
      ...((mine === undefined || mine.unread) && { unread: true as const }),
      ...(mine?.bookmarked && { bookmarked: true as const }),
    };
  });
  const { posts, people } = merged(before, told, { posts: lines, people: change.people });
  const sealed = new Map(change.questions.map(({ id, sealedPosts }) => [id, sealedPosts]));
  return {
    ...before,
    posts,
    people,
    spaces: before.spaces.map((space) => ({
      ...space,
      posts: posts.filter(({ spaceId, removed }) => spaceId === space.id && !removed).length,
    })),
    sealed: before.sealed && { ...before.sealed, posts: change.sealedPosts! },
    questions: before.questions.map((question) => ({
      ...question,
      sealedPosts: sealed.get(question.id) ?? question.sealedPosts,
    })),
  };
}

import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { getBodies, type ForumView } from '../../../../contract/discuss';
import type { PostBody } from '../../../../contract/posts';
import { call } from '../../../data/api';
import { withVantage } from '../../../data/useApi';
import { useCourse } from '../../../data/course';
import { Watched } from '../../../data/watched';

/** How many texts are asked for at once, and for how long requests are gathered. */
const AT_ONCE = 50;
const GATHER = 10;

/** The texts of a forum's posts as far as they are here: those that are laid out are fetched, a few at a time. */
export class Bodies {
  readonly #bodies = new Map<string, PostBody>();
  /** Known, but from before the forum was last heard of. */
  readonly #stale = new Set<string>();
  readonly #watched = new Watched();
  readonly #queue = new Set<string>();
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly fetchBodies: (ids: readonly string[]) => Promise<readonly PostBody[]>) {}

  get(id: string): PostBody | undefined {
    return this.#bodies.get(id);
  }

  /** Takes over texts before they are drawn for the first time. */
  seed(fresh: readonly PostBody[]): void {
    for (const body of fresh) if (!this.#bodies.has(body.id)) this.#bodies.set(body.id, body);
  }

  /** Hears of the forum anew: these texts are fresh, and all others may have changed. */
  renew(fresh: readonly PostBody[]): void {
    for (const id of this.#bodies.keys()) this.#stale.add(id);
    this.#take(fresh);
    for (const id of this.#watched.ids()) this.want([id]);
  }

  /** Hears of some texts anew, and of nothing else. */
  put(fresh: readonly PostBody[]): void {
    this.#take(fresh);
  }

  /**
   * Hears of some texts what everyone hears: one's own nod and report stay as they are known. A text that is not here is left to be
   * fetched, unless its post has just come and nothing of it can be one's own.
   */
  putShared(shared: readonly PostBody[], fresh: readonly string[]): void {
    this.#take(
      shared.flatMap((body) => {
        const own = this.#bodies.get(body.id);
        if (own === undefined) return fresh.includes(body.id) ? [body] : [];
        const nods = body.nods && { ...body.nods, mine: own.nods?.mine ?? null };
        return [{ ...body, nods, reported: own.reported }];
      }),
    );
  }

  /** Has texts fetched again of posts that something was done to here: what is one's own of them comes with no stream. */
  again(ids: readonly string[]): void {
    for (const id of ids) if (this.#bodies.has(id)) this.#stale.add(id);
    this.want(ids);
  }

  /** Has texts fetched that are not here, or not fresh. */
  want(ids: readonly string[]): void {
    for (const id of ids) if (!this.#bodies.has(id) || this.#stale.has(id)) this.#queue.add(id);
    if (this.#queue.size === 0 || this.#timer !== undefined) return;
    this.#timer = setTimeout(() => {
      this.#timer = undefined;
      void this.#send();
    }, GATHER);
  }

  /** Resolves when the texts of all these posts are here. */
  async all(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !this.#bodies.has(id));
    for (let at = 0; at < missing.length; at += AT_ONCE)
      this.#take(await this.fetchBodies(missing.slice(at, at + AT_ONCE)));
  }

  watch(id: string, heard: () => void): () => void {
    return this.#watched.watch(id, heard);
  }

  async #send(): Promise<void> {
    const ids = [...this.#queue].slice(0, AT_ONCE);
    for (const id of ids) this.#queue.delete(id);
    try {
      this.#take(await this.fetchBodies(ids));
    } catch {
      // Asked for again when the forum is heard of again, or the post is laid out again.
    }
    if (this.#queue.size > 0) this.want([]);
  }

  #take(bodies: readonly PostBody[]): void {
    for (const body of bodies) {
      const before = this.#bodies.get(body.id);
      this.#stale.delete(body.id);
      if (before && JSON.stringify(before) === JSON.stringify(body)) continue;
      this.#bodies.set(body.id, body);
      this.#watched.tell(body.id);
    }
  }
}

const BodiesContext = createContext<Bodies | null>(null);

/** Keeps the texts of a forum for everything in it. */
export function useBodies(forum: ForumView | undefined, forumId: string): Bodies {
  const course = useCourse().id;
  const [bodies] = useState(
    () =>
      new Bodies(async (ids) => {
        const params = { course, forum: forumId };
        return (await call(withVantage(getBodies, params, { posts: ids.join(',') }), params)).bodies;
      }),
  );
  const fresh = forum?.bodies;
  // Before anything is drawn, so that no text has to appear in the place of its room.
  const seeded = useMemo(() => {
    bodies.seed(fresh ?? []);
    return bodies;
  }, [bodies, fresh]);
  useEffect(() => {
    if (fresh) bodies.renew(fresh);
  }, [bodies, fresh]);
  return seeded;
}

export function BodiesProvider({ bodies, children }: { bodies: Bodies; children: ReactNode }) {
  return <BodiesContext value={bodies}>{children}</BodiesContext>;
}

/** Has the text of a post fetched again, once something was done to it here. */
export function useBodyAgain(): (id: string) => void {
  const bodies = use(BodiesContext);
  return useCallback((id) => bodies?.again([id]), [bodies]);
}

/** The text of a post; fetched when it is not here yet. */
export function useBody(id: string): PostBody | undefined {
  const bodies = use(BodiesContext)!;
  const watch = useCallback((heard: () => void) => bodies.watch(id, heard), [bodies, id]);
  const body = useSyncExternalStore(watch, () => bodies.get(id));
  useEffect(() => bodies.want([id]), [bodies, id]);
  return body;
}

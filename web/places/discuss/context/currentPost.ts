import { createContext, use, useCallback, useLayoutEffect, useState, useSyncExternalStore } from 'react';
import { Watched } from '../../../data/watched';

/** The post of the address. Going from one to the next draws these two anew, and no other. */
export class CurrentPost {
  #id: string | null = null;
  readonly #watched = new Watched();

  set(id: string | null): void {
    const touched = [this.#id, id];
    if (this.#id === id) return;
    this.#id = id;
    for (const each of touched) if (each !== null) this.#watched.tell(each);
  }

  is(id: string): boolean {
    return this.#id === id;
  }

  watch(id: string, heard: () => void): () => void {
    return this.#watched.watch(id, heard);
  }
}

export const CurrentProvided = createContext<CurrentPost | null>(null);

/** Keeps which post the address names. */
export function useCurrentPost(id: string | null): CurrentPost {
  const [current] = useState(() => new CurrentPost());
  useLayoutEffect(() => current.set(id), [current, id]);
  return current;
}

/** Whether a post is the one of the address. */
export function useIsCurrent(id: string): boolean {
  const current = use(CurrentProvided)!;
  return useSyncExternalStore(
    useCallback((heard) => current.watch(id, heard), [current, id]),
    () => current.is(id),
  );
}

/** Who watches which of many things, each known by its id. */
export class Watched {
  readonly #heard = new Map<string, Set<() => void>>();

  /** What is watched by somebody. */
  ids(): Iterable<string> {
    return this.#heard.keys();
  }

  /** Watches one thing, until what is returned is called. */
  watch(id: string, heard: () => void): () => void {
    const all = this.#heard.get(id) ?? new Set();
    this.#heard.set(id, all.add(heard));
    return () => {
      all.delete(heard);
      if (all.size === 0) this.#heard.delete(id);
    };
  }

  /** Tells those who watch it that it has changed. */
  tell(id: string): void {
    this.#heard.get(id)?.forEach((heard) => heard());
  }
}

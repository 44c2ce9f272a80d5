/**
 * Gathers what comes within a moment and hands it over together. The moment is a little different in every browser, so that a whole
 * class does not ask the server for the same thing at once.
 */
export class Gather<T> {
  readonly #all = new Set<T>();
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly take: (all: readonly T[]) => void,
    private readonly wait = () => 150 + Math.random() * 600,
  ) {}

  add(...some: readonly T[]): void {
    for (const each of some) this.#all.add(each);
    this.#timer ??= setTimeout(() => {
      this.#timer = undefined;
      const all = [...this.#all];
      this.#all.clear();
      this.take(all);
    }, this.wait());
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.#all.clear();
  }
}

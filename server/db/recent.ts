/** What was used last is kept in memory, as much of it as has room; what was used longest ago is let go. The newest always has room. */
export class Recent<T> {
  readonly #all = new Map<string, T>();

  constructor(
    private readonly room: number,
    private readonly sizeOf: (kept: T) => number,
  ) {}

  get(id: string): T | undefined {
    return this.#all.get(id);
  }

  set(id: string, value: T): void {
    this.#all.delete(id);
    this.#all.set(id, value);
    let size = 0;
    for (const each of this.#all.values()) size += this.sizeOf(each);
    for (const [oldest, each] of this.#all) {
      if (size <= this.room || this.#all.size === 1) return;
      this.#all.delete(oldest);
      size -= this.sizeOf(each);
    }
  }
}

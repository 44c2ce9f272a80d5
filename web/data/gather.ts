/** The first thing after a quiet while is handed over soon; what comes while much happens, this much later than the last, ms. */
const SOON = 150;
const BUSY = 3000;

/**
 * Gathers what comes within a moment and hands it over together, seldom while much happens. The moment is another one in every browser,
 * so that a whole class does not ask the server for the same thing at once.
 */
export class Gather<T> {
  readonly #all = new Set<T>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #takenAt = -Infinity;

  readonly #busy: number;
  readonly #chance: () => number;

  /**
   * @param options `busy`: how much later than the last what comes while much happens is handed over, ms; `chance`: from 0 to 1,
   * another one each time it is asked
   */
  constructor(
    private readonly take: (all: readonly T[]) => void,
    { busy = BUSY, chance = Math.random }: { busy?: number; chance?: () => number } = {},
  ) {
    this.#busy = busy;
    this.#chance = chance;
  }

  /** @param spread over how long browsers hand over what all of them have heard, ms */
  add(some: readonly T[], spread = 500): void {
    for (const each of some) this.#all.add(each);
    if (this.#timer !== undefined) return;
    const soon = SOON + this.#chance() * spread;
    const busy = this.#takenAt + this.#busy + this.#chance() * spread - performance.now();
    this.#timer = setTimeout(
      () => {
        this.#timer = undefined;
        this.#takenAt = performance.now();
        const all = [...this.#all];
        this.#all.clear();
        this.take(all);
      },
      Math.max(soon, busy),
    );
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.#all.clear();
  }
}

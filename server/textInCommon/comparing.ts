import { SECOND } from '../../core/time/instant';
import type { Deps } from '../feature/deps';
import { compareAhead } from './answerInCommon';

/** What comes within so long is compared together. */
const GATHER = 10 * SECOND;
/** After comparing, a course is left alone for so many times as long as that took: it takes a tenth of a processor at most. */
const REST = 9;

/**
 * Has what is written compared as it comes, beside the requests, so that nobody waits for it later: of courses that are large enough to be
 * waited for.
 */
export class Comparing {
  readonly #waiting = new Map<string, NodeJS.Timeout>();
  /** Until when each course is left alone, ms of a time that never goes back; Infinity while it is compared. */
  readonly #restsUntil = new Map<string, number>();
  /** What was written in while it was compared. */
  readonly #again = new Set<string>();

  constructor(private readonly deps: Pick<Deps, 'db' | 'clock' | 'dataFolder' | 'log'>) {}

  /** Something was written in a course. */
  heard(courseId: string): void {
    if (this.#waiting.has(courseId)) return;
    const rests = (this.#restsUntil.get(courseId) ?? 0) - performance.now();
    if (rests === Infinity) {
      this.#again.add(courseId);
      return;
    }
    const timer = setTimeout(() => void this.#compare(courseId), Math.max(GATHER, rests));
    timer.unref();
    this.#waiting.set(courseId, timer);
  }

  async #compare(courseId: string): Promise<void> {
    this.#waiting.delete(courseId);
    this.#restsUntil.set(courseId, Infinity);
    const began = performance.now();
    try {
      await compareAhead(this.deps, courseId);
    } catch (error) {
      this.deps.log.warn({ err: error }, 'what was written could not be compared');
    }
    const ended = performance.now();
    this.#restsUntil.set(courseId, ended + REST * (ended - began));
    if (this.#again.delete(courseId)) this.heard(courseId);
  }

  /** Compares nothing more by itself. */
  stop(): void {
    for (const timer of this.#waiting.values()) clearTimeout(timer);
    this.#waiting.clear();
    this.#again.clear();
  }
}

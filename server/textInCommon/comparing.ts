import { SECOND } from '../../core/time/instant';
import type { Deps } from '../feature/deps';
import { compareAhead } from './answerInCommon';

/** What comes within so long is compared together. */
const GATHER = 10 * SECOND;

/**
 * Has what is written compared as it comes, beside the requests, so that nobody waits for it later: of courses that are large enough to be
 * waited for.
 */
export class Comparing {
  readonly #waiting = new Map<string, NodeJS.Timeout>();

  constructor(private readonly deps: Pick<Deps, 'db' | 'clock' | 'dataFolder' | 'log'>) {}

  /** Something was written in a course. */
  heard(courseId: string): void {
    if (this.#waiting.has(courseId)) return;
    const timer = setTimeout(() => {
      this.#waiting.delete(courseId);
      compareAhead(this.deps, courseId).catch((error: unknown) =>
        this.deps.log.warn({ err: error }, 'what was written could not be compared'),
      );
    }, GATHER);
    timer.unref();
    this.#waiting.set(courseId, timer);
  }

  /** Compares nothing more by itself. */
  stop(): void {
    for (const timer of this.#waiting.values()) clearTimeout(timer);
    this.#waiting.clear();
  }
}

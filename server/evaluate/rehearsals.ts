import { setImmediate as nextTurn } from 'node:timers/promises';
import type { RehearsalView, RehearsedMove } from '../../contract/rehearsal';
import type { ForumSettings } from '../../contract/forumSettings';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import { rehearsalOf } from './rehearsal';

/** After so many students other requests have their turn. */
const SLICE = 40;
/** Finished rehearsals that are kept to be fetched. */
const KEPT = 50;
/** A rehearsal that is done within this many slices is answered at once. */
const AT_ONCE = 4;

interface Job {
  readonly id: string;
  readonly personId: string;
  readonly courseId: string;
  readonly forumId: string;
  done: number;
  of: number;
  moves: RehearsedMove[] | null;
  failed: unknown;
  /** Another of the same person and forum has taken its place. */
  isGivenUp: boolean;
}

/**
 * Rehearsals under way. They run in slices beside the requests, so that nobody waits for them; whoever asked fetches how far they are.
 */
export class Rehearsals {
  readonly #jobs = new Map<string, Job>();

  constructor(private readonly db: Db) {}

  /** Begins a rehearsal; a former one of the same person and forum ends. */
  async begin(
    course: InCourse,
    forumId: string,
    id: string,
    settings: ForumSettings,
    now: number,
  ): Promise<RehearsalView> {
    const personId = course.person.id;
    for (const other of this.#jobs.values())
      if (other.personId === personId && other.forumId === forumId) other.isGivenUp = true;
    const job: Job = {
      id,
      personId,
      courseId: course.setup.id,
      forumId,
      done: 0,
      of: 0,
      moves: null,
      failed: null,
      isGivenUp: false,
    };
    this.#jobs.set(id, job);
    for (const key of [...this.#jobs.keys()].slice(0, -KEPT)) this.#jobs.delete(key);
    const { of, rehearsed } = await rehearsalOf(this.db, course, forumId, settings, now);
    job.of = of;
    // Where the forum hides names they are covered here, so that a suggestion does not tell whose it is.
    const { names } = course.setup;
    const found: RehearsedMove[] = [];
    const work = async () => {
      for (const moved of rehearsed) {
        if (job.isGivenUp) return;
        if (moved !== null)
          found.push({ student: names.get(moved.studentId)!, released: moved.released, ...moved.move });
        job.done++;
        if (job.done % SLICE === 0) await nextTurn();
      }
      job.moves = found;
    };
    const working = work().catch((error: unknown) => {
      job.failed = error;
    });
    if (of <= SLICE * AT_ONCE) await working;
    return this.fetch(course, id);
  }

  /** How far a rehearsal of one's own is; not found where there is none. */
  fetch(course: InCourse, id: string): RehearsalView {
    const job = this.#jobs.get(id);
    if (!job || job.personId !== course.person.id || job.courseId !== course.setup.id) throw notFound();
    if (job.failed !== null) throw job.failed;
    return { id, done: job.done, of: job.of, moves: job.moves };
  }
}

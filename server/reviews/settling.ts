import type { Logger } from 'pino';
import type { Clock } from '../clock/clock';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { Changed } from '../course/change/changed';
import { forumData } from '../course/facts/forumData';
import { postsOfForum } from '../course/posts/forumPosts';
import { keepSettlement } from '../course/reviews/keepAssignments';
import { loadReviewBook, openReviewBook } from '../course/reviews/reviewBook';
import { loadScores } from '../course/scores/loadScores';
import type { CourseSetup } from '../course/setup/courseCache';
import { staffOf } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { NO_BOOK, type ReviewBook } from '../../core/review/book';
import { nextToSettle } from '../../core/review/nextToSettle';
import { isSettled, settle, type Settlement } from '../../core/review/settle';
import type { Settles } from '../feature/deps';

/** So often the clock is looked at, ms. */
const TICK = 1000;
/** So often it is written down how far everything is settled, ms. */
const NOTED = 60_000;
/** Until when everything is settled, in the data. */
const KEY = 'reviewsSettledUntil';

interface Parts extends Keeping {
  readonly clock: Clock;
  readonly log: Logger;
}

/**
 * Settles who reviews whom, beside the requests: once for every change of a course, at its own instant, and at every instant at which the
 * clock alone makes something to settle. After a start it goes on where it stopped, as if it had never done so. (docs/rules §9)
 */
export class Settling implements Settles {
  #work: Promise<void> = Promise.resolve();
  /** Until when each forum is settled, UTC ms. */
  readonly #until = new Map<string, number>();
  /** When the clock next makes something to settle in a forum. */
  readonly #next = new Map<string, number | null>();
  #tick: NodeJS.Timeout | null = null;
  #noted = 0;

  constructor(private readonly parts: Parts) {}

  async start(): Promise<void> {
    const { db, courses, clock } = this.parts;
    const now = clock.now();
    const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst();
    const since = row === undefined ? now : Math.min(Number(row.value), now);
    for (const { id } of await db.selectFrom('course').select('id').execute()) {
      const setup = await courses.get(db, id);
      for (const forumId of setup?.reviewed ?? []) {
        this.#until.set(forumId, since);
        this.settleAt(id, now, [forumId]);
      }
    }
    await this.#work;
    await this.#note(now);
    this.#tick ??= setInterval(() => void this.pass(), TICK);
    this.#tick.unref();
  }

  async stop(): Promise<void> {
    if (this.#tick) clearInterval(this.#tick);
    this.#tick = null;
    await this.#work;
  }

  heard(courseId: string, what: Changed | 'setup'): void {
    if (what === 'setup') return this.settleAt(courseId, this.parts.clock.now());
    if (what.posts.size > 0) this.settleAt(courseId, what.at, [...what.posts.keys()]);
    if (what.scores.length > 0) this.settleAt(courseId, what.at);
  }

  settleAt(courseId: string, t: number, forums?: readonly string[]): void {
    this.#work = this.#work
      .then(() => this.#settleCourse(courseId, t, forums))
      .catch((error: unknown) =>
        this.parts.log.error({ err: error, course: courseId }, 'reviews could not be settled'),
      );
  }

  async pass(): Promise<void> {
    const now = this.parts.clock.now();
    const due = [...this.#next].filter(([, at]) => at !== null && at <= now);
    for (const [key] of due) {
      const [courseId, forumId] = key.split(' ') as [string, string];
      this.settleAt(courseId, now, [forumId]);
    }
    await this.#work;
    if (this.#next.size > 0 && Math.abs(now - this.#noted) >= NOTED) await this.#note(now);
  }

  settled(): Promise<void> {
    return this.#work;
  }

  async #note(now: number): Promise<void> {
    this.#noted = now;
    await this.parts.db
      .insertInto('setting')
      .values({ key: KEY, value: String(now) })
      .onConflict((conflict) => conflict.column('key').doUpdateSet({ value: String(now) }))
      .execute();
  }

  async #settleCourse(courseId: string, t: number, forums?: readonly string[]): Promise<void> {
    const setup = await this.parts.courses.get(this.parts.db, courseId);
    for (const forumId of setup?.reviewed ?? [])
      if (forums === undefined || forums.includes(forumId)) await this.#settleForum(setup!, forumId, t);
  }

  /** Settles a forum at an instant, and before it at those that the clock alone made since it was last settled. */
  async #settleForum(setup: CourseSetup, forumId: string, t: number): Promise<void> {
    const { db } = this.parts;
    const forum = setup.forums.get(forumId);
    if (!forum) return;
    // The seed is there before the moment of the pairing, so that what would come of it can be seen.
    if (forum.review !== null && (await loadReviewBook(db, setup, forumId)) === null)
      await changeCourse(this.parts, { courseId: setup.id, actorId: '' }, t, ({ trx }) =>
        openReviewBook(trx, setup, forumId),
      );
    let at = Math.min(this.#until.get(forumId) ?? t, t);
    for (;;) {
      const book = await loadReviewBook(db, setup, forumId);
      const next = nextToSettle(setup, forum, book ?? NO_BOOK, at);
      at = next === null || next > t ? t : next;
      if (!isSettled(await this.#settlementOf(db, setup, forumId, book ?? NO_BOOK, at)))
        await this.#keep(setup, forumId, at);
      if (at === t) break;
    }
    this.#until.set(forumId, t);
    const book = (await loadReviewBook(db, setup, forumId)) ?? NO_BOOK;
    this.#next.set(`${setup.id} ${forumId}`, nextToSettle(setup, forum, book, t));
  }

  async #settlementOf(
    db: Db,
    setup: CourseSetup,
    forumId: string,
    book: ReviewBook,
    t: number,
  ): Promise<Settlement> {
    const itemId = setup.cards.get(forumId)!.itemId;
    const scores = await loadScores(db, setup, { itemId });
    const data = await forumData(db, setup, forumId, new Map(scores.map((each) => [each.studentId, each])));
    return settle(data, setup.forums.get(forumId)!, book, t);
  }

  async #keep(setup: CourseSetup, forumId: string, t: number): Promise<void> {
    await changeCourse(this.parts, { courseId: setup.id, actorId: '' }, t, async (change) => {
      const { trx } = change;
      const book = await openReviewBook(trx, setup, forumId);
      const settlement = await this.#settlementOf(trx, setup, forumId, book, t);
      const posts = await postsOfForum(trx, setup.id, forumId);
      await keepSettlement(trx, forumId, posts, settlement, t);
      change.concerns([
        ...settlement.lapsed.map(({ reviewerId }) => reviewerId),
        ...settlement.given.map(({ reviewerId }) => reviewerId),
        ...settlement.received.flatMap(({ authorId, reviewerId }) => [authorId, reviewerId]),
        ...staffOf({ setup }),
      ]);
    });
  }
}

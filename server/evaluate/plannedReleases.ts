import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { dropPlannedRelease, keepPlannedRelease, plannedReleaseOf } from '../course/scores/plannedRelease';
import { courseFor, forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { notFound, refused, wrongField } from '../refusals/problem';
import { setReleased } from './release';

/** How often the clock is looked at, ms. */
const EVERY = 1000;

/** When the scores of a forum are released by themselves; null while that is not planned. */
export async function plannedRelease(db: Db, itemId: string | null): Promise<number | null> {
  return itemId === null ? null : ((await plannedReleaseOf(db, itemId))?.at ?? null);
}

/** Plans the release of everything that is given by a moment to come, changes that, or takes it back with null. */
export function planRelease(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  at: number | null,
  now: number,
): Promise<void> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  if (at !== null && at <= now)
    throw wrongField('at', 'Choose a moment to come; what is given now can be released at once.');
  return changeCourse(deps, course, now, async (change) => {
    const planned = await plannedReleaseOf(change.trx, itemId);
    // It releases what its planner may release; someone limited to sections would release less in its place.
    if (planned && planned.by !== course.person.id && course.member.sections !== 'all')
      throw refused(
        'notYours',
        'Staff of all sections have planned this release; only they change it. You can still release your own students by hand.',
      );
    if (at === null) await dropPlannedRelease(change.trx, itemId);
    else await keepPlannedRelease(change, itemId, { at, by: course.person.id });
    const before = planned?.at ?? null;
    await change.record(
      'release.planned',
      { of: 'release', itemId },
      { before: { at: before }, after: { at } },
    );
  });
}

/** Releases what was planned once its moment has come, as whoever planned it and with what they may release. */
export class PlannedReleases {
  #timer: NodeJS.Timeout | undefined;
  #passing: Promise<void> = Promise.resolve();

  constructor(private readonly deps: Omit<Deps, 'releases'>) {}

  /** Begins to look at the clock by itself. */
  start(): void {
    this.#timer = setInterval(() => void this.pass(), EVERY);
    this.#timer.unref();
  }

  /** Looks no more; resolves when what is under way has ended. */
  stop(): Promise<void> {
    clearInterval(this.#timer);
    return this.#passing;
  }

  /** Releases what is due; one pass at a time. */
  pass(): Promise<void> {
    this.#passing = this.#passing
      .then(() => this.#release())
      .catch((error: unknown) => this.deps.log.error({ err: error }, 'a planned release failed'));
    return this.#passing;
  }

  async #release(): Promise<void> {
    const { db, clock, log } = this.deps;
    const due = await db
      .selectFrom('planned_release')
      .innerJoin('item', 'item.id', 'planned_release.item_id')
      .select(['item_id', 'at', 'by', 'item.course_id', 'item.forum_id'])
      .where('at', '<=', clock.now())
      .execute();
    for (const { item_id, at, by, course_id, forum_id } of due) {
      const course = await courseFor(this.deps, { personId: by }, course_id, 'staff').catch(() => null);
      if (course === null || forum_id === null)
        log.warn({ item: item_id }, 'a planned release has nobody or no forum any more');
      else {
        await setReleased(this.deps, course, forum_id, 'all', true, at);
      }
      await dropPlannedRelease(db, item_id);
    }
  }
}

import { setTimeout as pause } from 'node:timers/promises';
import type { Deps } from './feature/deps';
import { KEPT_POSTS, postsOfForum } from './course/posts/forumPosts';
import { columnsOf, KEPT_CELLS, POSTS_HERE } from './columns/columns';
import { askInsight } from './insight/insightApart';
import { compareAhead } from './textInCommon/answerInCommon';
import { shownItems } from './columns/shownItems';

/** Between two forums everyone else gets their turn, ms. */
const PAUSE = 200;

/**
 * Gets large courses that are running ready as soon as the server has started, so that whoever opens one first does not wait: their
 * gradebook is worked out in a thread of its own, what Insight counts and what students have in common in what they wrote in others, their posts are read into memory a forum at a time. Small ones are quick when they
 * are asked for; more than is kept in memory is left.
 */
export async function prepareLarge({
  db,
  courses,
  clock,
  dataFolder,
}: Pick<Deps, 'db' | 'courses' | 'clock' | 'dataFolder'>): Promise<void> {
  const now = clock.now();
  const large = await db
    .selectFrom('course')
    .innerJoin('forum', 'forum.course_id', 'course.id')
    .innerJoin('post', 'post.forum_id', 'forum.id')
    .select('course.id')
    .select((eb) => eb.fn.countAll<number>().as('posts'))
    .where('course.term_start', '<=', now)
    .where('course.term_end', '>', now)
    .groupBy('course.id')
    .having((eb) => eb.fn.countAll(), '>', POSTS_HERE)
    .orderBy('posts', 'desc')
    .execute();
  let cells = 0;
  let kept = 0;
  for (const { id, posts } of large) {
    const setup = await courses.get(db, id);
    if (!setup) continue;
    const items = shownItems(setup);
    if ((cells += items.length * setup.students.size) <= KEPT_CELLS) await columnsOf(db, setup, items, now);
    const [instructor] = [...setup.members.values()].filter(
      ({ role, removed }) => role === 'instructor' && !removed,
    );
    if (instructor)
      await askInsight(db, { courseId: id, personId: instructor.personId, scope: {}, posts: null, now });
    await compareAhead({ db, dataFolder, clock }, id);
    if ((kept += posts) > KEPT_POSTS) continue;
    for (const forumId of setup.forums.keys()) {
      await postsOfForum(db, id, forumId);
      await pause(PAUSE, undefined, { ref: false });
    }
  }
}

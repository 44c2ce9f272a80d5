import type { AnswerOf } from '../../contract/endpoint';
import type { getWaiting, WaitingForum } from '../../contract/waiting';
import { isReplyAwaited, unansweredIn } from '../../core/conversation/unanswered';
import { createdAt, type Post } from '../../core/course/post';
import { openForumQuietly, type OpenForum } from '../course/access/openForum';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { waitingReports } from '../discuss/reports';
import { queueOfLooks } from '../evaluate/secondLooks';
import { heldPosts } from '../moderate/heldPosts';
import { newestTexts } from '../moderate/newestTexts';
import { forumsWithHeld, openReports } from '../notices/loadFacts';
import { moreTimeFor } from '../plan/moreTime';

/** As much of a text as may fit beside the others; the page cuts it where its room ends, and says so. */
const BEGINS = 300;

async function reportedIn(db: Db, opened: OpenForum, now: number): Promise<{ post: Post; since: number }[]> {
  const found = new Map<string, { post: Post; since: number }>();
  for (const { post_id, at } of await waitingReports(db, opened, now))
    if (!found.has(post_id)) found.set(post_id, { post: opened.posts.get(post_id)!, since: at });
  return [...found.values()];
}

/** What waits for staff in one forum; null where nothing does. */
async function waitingIn(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<WaitingForum | null> {
  const opened = await openForumQuietly(db, course, forumId, now);
  const held = heldPosts(opened, now);
  const reported = await reportedIn(db, opened, now);
  const silent = isReplyAwaited(opened.forum, now)
    ? unansweredIn(
        [...opened.posts.values()].filter(({ id }) => opened.sees.get(id) === 'text'),
        now,
      ).posts
    : [];
  if (held.length + reported.length + silent.length === 0) return null;
  const texts = await newestTexts(
    db,
    [...held, ...reported].map(({ post }) => post.id),
  );
  const { names, cards } = course.setup;
  const shown = ({ post, since }: { post: Post; since: number }) => ({
    id: post.id,
    author: names.get(post.authorId)!,
    since,
    begins: (texts.get(post.id)?.text ?? '').slice(0, BEGINS),
  });
  return {
    id: forumId,
    title: cards.get(forumId)!.title,
    held: held.map(shown),
    reported: reported.map(shown),
    unanswered: silent[0] === undefined ? null : { posts: silent.length, since: createdAt(silent[0]) },
  };
}

/** What waits for a member of staff in all forums of a course, in the order of the plan; of students and posts they work with. */
export async function waiting(db: Db, course: InCourse, now: number): Promise<AnswerOf<typeof getWaiting>> {
  // A forum that is over, and in which nobody waits, is not opened for it.
  const looked = new Set([
    ...(await forumsWithHeld(db, course)),
    ...(await openReports(db, course.setup.id)).map(({ forum_id }) => forum_id),
  ]);
  const forums: WaitingForum[] = [];
  for (const [forumId, forum] of course.setup.forums) {
    if (!looked.has(forumId) && !isReplyAwaited(forum, now)) continue;
    const found = await waitingIn(db, course, forumId, now);
    if (found !== null) forums.push(found);
  }
  return {
    forums,
    looks: (await queueOfLooks(db, course)).filter(({ state }) => state === 'asked'),
    requests: (await moreTimeFor(db, course, now)).filter(({ state }) => state === 'asked'),
  };
}

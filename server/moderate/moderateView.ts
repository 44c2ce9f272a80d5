import type { ModerateView, ModeratedThread, WaitingPost } from '../../contract/moderate';
import { openChange } from '../../core/course/approval';
import { createdAt, isRemovedAt, type Post } from '../../core/course/post';
import { asked } from '../../core/terms/asked';
import { resolveTerms } from '../../core/terms/resolveTerms';
import { unansweredIn } from '../../core/conversation/unanswered';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForum, type OpenForum } from '../course/access/openForum';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { evidenceMarks } from '../evidence/evidence';
import { reportsIn } from '../discuss/reports';
import { heldPosts } from './heldPosts';
import { newestTexts } from './newestTexts';
import { loadVisits } from '../visits/visits';

/** The posts that wait for approval, whoever waits longest first. */
async function waitingPosts(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
): Promise<WaitingPost[]> {
  const held = heldPosts(opened, now);
  const ids = held.map(({ post }) => post.id);
  const texts = await newestTexts(db, ids);
  const isStruck = await struckIn(db, ids);
  const reasons =
    ids.length === 0
      ? []
      : await db
          .selectFrom('approval')
          .select(['post_id', 'reason'])
          .where('post_id', 'in', ids)
          .where('state', '=', 'returned')
          .orderBy('at')
          .execute();
  const why = new Map(reasons.map(({ post_id, reason }) => [post_id, reason]));
  const { names } = course.setup;
  return held.map(({ post, since }) => ({
    id: post.id,
    author: names.get(post.authorId)!,
    at: createdAt(post),
    since,
    words: post.revisions.at(-1)!.words,
    answers: post.answers === null ? null : names.get(post.answers.authorId)!,
    html: htmlForReader(texts.get(post.id)!.html, post.id, course, opened, isStruck, now),
    standing: openChange(post, now)?.standing ?? null,
    returnedWhy: why.get(post.id) ?? null,
    version: texts.get(post.id)!.version,
  }));
}

/** What staff have to look after in a forum: who waits, who goes unanswered, who keeps silent. */
export async function moderateView(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<ModerateView> {
  const opened = await openForum(db, course, forumId, now);
  const { forum } = opened;
  const { setup } = course;
  const readable = [...opened.posts.values()].filter((post) => opened.sees.get(post.id) === 'text');
  const { posts: unanswered, students } = unansweredIn(readable, now);
  const inThread = new Map<string, Post[]>();
  for (const post of unanswered) {
    const thread = inThread.get(post.threadId);
    if (thread) thread.push(post);
    else inThread.set(post.threadId, [post]);
  }
  const byAuthor = new Map<string, string[]>();
  for (const { id, authorId } of unanswered) {
    const own = byAuthor.get(authorId);
    if (own) own.push(id);
    else byAuthor.set(authorId, [id]);
  }
  const openings = readable.filter(({ id }) => inThread.has(id));
  const texts = await newestTexts(
    db,
    openings.map(({ id }) => id),
  );
  const threadPosts = new Map<string, number>();
  for (const post of readable)
    if (!isRemovedAt(post, now)) threadPosts.set(post.threadId, (threadPosts.get(post.threadId) ?? 0) + 1);
  const threads = openings.map((post): ModeratedThread => ({
    id: post.id,
    author: setup.names.get(post.authorId)!,
    begins: (texts.get(post.id)?.text ?? '').slice(0, 90),
    at: createdAt(post),
    posts: threadPosts.get(post.id) ?? 0,
    unanswered: inThread.get(post.id)!.map((each) => ({
      id: each.id,
      author: setup.names.get(each.authorId)!,
      at: createdAt(each),
      words: each.revisions.at(-1)!.words,
    })),
  }));
  const marks = await evidenceMarks(db, course, opened, now);
  const visits = await loadVisits(db, setup, { forumId });
  return {
    forum: {
      id: forumId,
      title: setup.cards.get(forumId)!.title,
      frozen: forum.frozen,
      hold: forum.hold,
      sealed: forum.seal !== null,
    },
    waiting: await waitingPosts(db, course, opened, now),
    reported: await reportsIn(db, course, opened, now),
    threads,
    students: [...setup.names.values()].flatMap((name) => {
      const student = setup.students.get(name.id);
      if (!student || student.removed || !worksWith(course, name.id)) return [];
      const own = opened.data.postsBy(forumId, name.id);
      const part = students.get(name.id);
      return [
        {
          student: name,
          posts: part?.posts ?? 0,
          answered: part?.answered ?? 0,
          unanswered: byAuthor.get(name.id) ?? [],
          asked: asked(forum, student, resolveTerms(forum, student), setup.groups).notAsked === null,
          marks: [...new Set(own.flatMap(({ id }) => marks.get(id) ?? []))],
          visits: visits.get(`${forumId} ${name.id}`) ?? null,
        },
      ];
    }),
  };
}

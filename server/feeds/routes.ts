import type { Express, Request } from 'express';
import { DONE } from '../../contract/basics';
import * as contract from '../../contract/feeds';
import { atomFeed, feedFile, rssFeed } from '../../contract/fileRoutes';
import { openForum } from '../course/access/openForum';
import { courseFor, forumIn, type InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { isShown } from '../files/mayFetch';
import { sendStored } from '../files/sendStored';
import { sendIfNew } from '../http/sendIfNew';
import { notFound } from '../refusals/problem';
import { feedAddresses, feedBehind, makeFeedSecret } from './addresses';
import { asAtom } from './asAtom';
import { asRss } from './asRss';
import { feedOf, inFeed, type ForumFeed } from './feedOf';

/** One's feed of a forum: made, and withdrawn. */
export function feedEndpoints(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.getFeed, async ({ course, params }) => {
    const row = await db
      .selectFrom('feed_address')
      .select('made_at')
      .where('person_id', '=', course.person.id)
      .where('forum_id', '=', params.forum)
      .executeTakeFirst();
    return { madeAt: course.vantage ? null : (row?.made_at ?? null) };
  });

  serve(contract.makeFeed, async ({ course, params, now }) => {
    if (!forumIn(course.setup, params.forum).card.rules.feed) throw notFound();
    await openForum(db, course, params.forum, now);
    const { posts, recordings } = feedAddresses(
      await makeFeedSecret(db, course.person.id, params.forum, now),
    );
    const { address } = deps.mailer;
    return { posts: address + posts, recordings: address + recordings };
  });

  serve(contract.withdrawFeed, async ({ course, params }) => {
    await db
      .deleteFrom('feed_address')
      .where('person_id', '=', course.person.id)
      .where('forum_id', '=', params.forum)
      .execute();
    return DONE;
  });
}

/** A forum as a secret address opens it, for the person who made it. */
async function behind(
  deps: Deps,
  req: Request,
): Promise<{ course: InCourse; forumId: string; madeAt: number }> {
  const found = await feedBehind(deps.db, String(req.params.secret));
  if (found === null) throw notFound();
  const { personId, courseId, forumId, madeAt } = found;
  const course = await courseFor(deps, { personId }, courseId, 'member');
  if (!forumIn(course.setup, forumId).card.rules.feed) throw notFound();
  return { course, forumId, madeAt };
}

/** Feeds below their secret addresses, for programs that are signed in nowhere. */
export function feedRoutes(app: Express, deps: Deps): void {
  const { db, clock, mailer } = deps;

  const serveAs = (
    { path, type }: typeof atomFeed,
    write: (feed: ForumFeed, self: string) => string,
    self: 'posts' | 'recordings',
  ) =>
    app.get(path, async (req, res) => {
      const { course, forumId, madeAt } = await behind(deps, req);
      const below = feedAddresses(String(req.params.secret));
      const place = {
        ...{ origin: mailer.address, madeAt },
        filesAt: (id: string) => mailer.address + below.file(id),
      };
      const feed = await feedOf(db, course, forumId, place, clock.now());
      sendIfNew(req, res, type, write(feed, mailer.address + below[self]));
    });
  serveAs(atomFeed, asAtom, 'posts');
  serveAs(rssFeed, asRss, 'recordings');

  app.get(feedFile.path, async (req, res) => {
    const { course, forumId } = await behind(deps, req);
    const now = clock.now();
    const opened = await openForum(db, course, forumId, now);
    const uses = await db
      .selectFrom('file_use')
      .innerJoin('file', 'file.id', 'file_use.file_id')
      .select(['file_use.post_id', 'file.id', 'file.sha256', 'file.size', 'file.name', 'file.type'])
      .where('file_use.file_id', '=', String(req.params.file))
      .where('file_use.forum_id', '=', forumId)
      .execute();
    for (const { post_id, ...file } of uses)
      if (
        post_id !== null &&
        inFeed(opened, post_id, now) &&
        (await isShown(db, opened, post_id, file.id, now))
      ) {
        await sendStored(deps, res, file);
        return;
      }
    throw notFound();
  });
}

import { DONE } from '../../contract/basics';
import * as contract from '../../contract/reading';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { markPosts, setBookmark } from './readMarks';
import { findInForum, searchPosts } from './search';

/** What a person has read, their bookmarks, and search. */
export function readingRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;
  serve(contract.markRead, async ({ course, params, body, now }) => {
    await markPosts(db, course, params.forum, body, now);
    return DONE;
  });
  serve(contract.setBookmark, async ({ course, params, body, now }) => {
    await setBookmark(db, course, params.forum, params.post, body.bookmarked, now);
    return DONE;
  });
  serve(contract.search, ({ course, query, now }) => searchPosts(db, course, query, now));
  serve(contract.findInForum, async ({ course, params, query, now }) => ({
    posts: await findInForum(db, course, params.forum, query.find, now),
  }));
}

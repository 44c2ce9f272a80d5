import type { Express } from 'express';
import { DONE } from '../../contract/basics';
import * as contract from '../../contract/reading';
import type { Deps } from '../deps';
import { forMember } from '../http/register';
import { markPosts, setBookmark } from './readMarks';
import { findInForum, searchPosts } from './search';

/** What a person has read, their bookmarks, and search. */
export function readingRoutes(app: Express, deps: Deps): void {
  const { db } = deps;
  forMember(app, deps, contract.markRead, 'anyone', async ({ course, params, body, now }) => {
    await markPosts(db, course, params.forum, body, now);
    return DONE;
  });
  forMember(app, deps, contract.setBookmark, 'anyone', async ({ course, params, body, now }) => {
    await setBookmark(db, course, params.forum, params.post, body.bookmarked, now);
    return DONE;
  });
  forMember(app, deps, contract.search, 'anyone', ({ course, query, now }) =>
    searchPosts(db, course, query, now),
  );
  forMember(app, deps, contract.findInForum, 'anyone', async ({ course, params, query, now }) => ({
    posts: await findInForum(db, course, params.forum, query.find, now),
  }));
}

import * as contract from '../../contract/search';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { findInForum, searchPosts } from './search';

/** Finding posts by their words, in a course and in a forum. */
export function searchRoutes(serve: Serve, { db }: Deps): void {
  serve(contract.search, ({ course, query, now }) => searchPosts(db, course, query, now));
  serve(contract.findInForum, async ({ course, params, query, now }) => ({
    posts: await findInForum(db, course, params.forum, query.find, now),
  }));
}

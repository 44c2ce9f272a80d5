import { DONE } from '../../contract/basics';
import * as contract from '../../contract/readMarks';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { markPosts, setBookmark } from './readMarks';

/** What a person has read, and their bookmarks. */
export function readMarksRoutes(serve: Serve, { db }: Deps): void {
  serve(contract.markRead, async ({ course, params, body, now }) => {
    await markPosts(db, course, params.forum, body, now);
    return DONE;
  });
  serve(contract.setBookmark, async ({ course, params, body, now }) => {
    await setBookmark(db, course, params.forum, params.post, body.bookmarked, now);
    return DONE;
  });
}

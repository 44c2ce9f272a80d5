import { filesIn } from '../../contract/richText';
import { mayKnowVersion, versionRead } from '../../core/access/versionRead';
import { openForumQuietly, type OpenForum } from '../course/access/openForum';
import type { InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import { mayFetchFromCase } from '../cases/caseFiles';
import { mayFetchFromScore } from '../evaluate/scoreFiles';
import type { Deps } from '../feature/deps';

/** Whether a file belongs to what a person reads of a post, where some of its versions wait for approval or were given back. */
export async function isShown(
  db: Db,
  opened: OpenForum,
  postId: string,
  fileId: string,
  now: number,
): Promise<boolean> {
  const post = opened.posts.get(postId)!;
  const number = versionRead(opened.access, post, now);
  const mayKnowAll = post.revisions.every((_, index) => mayKnowVersion(opened.access, post, index + 1, now));
  if (mayKnowAll) return true;
  const attached = await db
    .selectFrom('attachment')
    .select('file_id')
    .where('post_id', '=', postId)
    .where('number', '=', number)
    .where('file_id', '=', fileId)
    .executeTakeFirst();
  if (attached) return true;
  const { doc } = await db
    .selectFrom('revision')
    .select('doc')
    .where('post_id', '=', postId)
    .where('number', '=', number)
    .executeTakeFirstOrThrow();
  return filesIn(fromJson(doc)).includes(fileId);
}

/** Whether a person may fetch a file: who uploaded it, and whoever may read a text or a score that shows it. */
export async function mayFetch(
  deps: Deps,
  course: InCourse,
  file: { id: string; uploaded_by: string },
): Promise<boolean> {
  if (file.uploaded_by === course.person.id) return true;
  const uses = await deps.db.selectFrom('file_use').selectAll().where('file_id', '=', file.id).execute();
  const now = deps.clock.now();
  for (const use of uses) {
    const opened = await openForumQuietly(deps.db, course, use.forum_id, now);
    if (use.post_id !== null) {
      if (
        opened.sees.get(use.post_id) === 'text' &&
        (await isShown(deps.db, opened, use.post_id, file.id, now))
      )
        return true;
    } else if (
      opened.access.kind === 'staff' ||
      ['announced', 'open', 'readOnly'].includes(opened.access.phase)
    ) {
      return true;
    }
  }
  if (await mayFetchFromCase(deps.db, course, file.id)) return true;
  return mayFetchFromScore(deps.db, course, file.id);
}

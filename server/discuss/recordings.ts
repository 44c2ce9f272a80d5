import type { AnswerOf } from '../../contract/endpoint';
import type { listRecordings } from '../../contract/recordings';
import { kindOfFile } from '../../contract/files';
import { createdAt } from '../../core/course/post';
import { openForum } from '../course/access/openForum';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { postBodies } from './postBodies';

/** The sound and film that come with the posts of a forum which a person may read, in the order in which they were posted. */
export async function recordingsOf(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<AnswerOf<typeof listRecordings>> {
  const opened = await openForum(db, course, forumId, now);
  const holding = await db
    .selectFrom('attachment')
    .innerJoin('post', 'post.id', 'attachment.post_id')
    .innerJoin('file', 'file.id', 'attachment.file_id')
    .select('attachment.post_id')
    .distinct()
    .where('post.forum_id', '=', forumId)
    .where((eb) => eb.or([eb('file.type', 'like', 'audio/%'), eb('file.type', 'like', 'video/%')]))
    .execute();
  const ids = holding
    .map(({ post_id }) => post_id)
    .filter((id) => opened.sees.get(id) === 'text' && !opened.placed.get(id)!.removed)
    .map((id) => ({ id, at: createdAt(opened.posts.get(id)!) }))
    .sort((one, other) => one.at - other.at || (one.id < other.id ? -1 : 1));
  const bodies = await postBodies(
    db,
    course,
    opened,
    ids.map(({ id }) => id),
    now,
  );
  return {
    recordings: bodies.flatMap(({ id, attachments }) => {
      const post = opened.posts.get(id)!;
      return attachments.flatMap((file) => {
        const kind = kindOfFile(file.type);
        if (kind !== 'audio' && kind !== 'video') return [];
        return [
          {
            postId: id,
            author: course.setup.names.get(post.authorId)?.name ?? 'Someone',
            at: createdAt(post),
            kind,
            file: { ...file },
          },
        ];
      });
    }),
  };
}

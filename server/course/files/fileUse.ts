import type { Trx } from '../../db/open';
import type { InCourse } from '../setup/inCourse';
import { wrongField } from '../../refusals/problem';

/**
 * Says that a text shows files; its readers may then fetch them. Only files the writer uploaded, or that this very
 * text shows already, may be named: naming someone else's file opens nothing.
 */
export async function attachFiles(
  trx: Trx,
  course: InCourse,
  files: readonly string[],
  place: { forumId: string; postId: string | null },
): Promise<void> {
  for (const fileId of files) {
    const file = await trx
      .selectFrom('file')
      .leftJoin('file_use', (join) =>
        join.onRef('file_use.file_id', '=', 'file.id').on('file_use.forum_id', '=', place.forumId),
      )
      .select(['file.uploaded_by', 'file_use.post_id', 'file_use.forum_id'])
      .where('file.id', '=', fileId)
      .where('file.course_id', '=', course.setup.id)
      .execute();
    const mine = file.some((row) => row.uploaded_by === course.person.id);
    const shown = file.some((row) => row.forum_id !== null && row.post_id === place.postId);
    if (!mine && !shown)
      throw wrongField('doc', 'An image in this text was not uploaded here; add it again.');
    if (shown) continue;
    await trx
      .insertInto('file_use')
      .values({ file_id: fileId, forum_id: place.forumId, post_id: place.postId })
      .execute();
  }
}

import type { Trx } from '../db/open';
import { kindOfFile, type AttachedFile } from '../../contract/files';
import { mayDo } from '../../core/access/mayDo';
import { walk, type RichNode } from '../../core/text/richText';
import type { InCourse } from '../course/setup/inCourse';
import { wrongField } from '../refusals/problem';
import type { OpenForum } from '../course/access/openForum';

/** Sound, video and documents of students stand below their text, where the forum's limits hold. */
export function refuseMedia(course: InCourse, doc: RichNode): void {
  if (course.person.kind !== 'student') return;
  walk(doc, ({ type }) => {
    if (type === 'media')
      throw wrongField('doc', 'Attach files below the text instead of putting them in it.');
  });
}

/** Attachments of a student as the forum allows them: whether at all, how many, of which kinds, how large. */
export async function refuseAttachments(
  trx: Trx,
  course: InCourse,
  { forum, access }: OpenForum,
  attachments: readonly AttachedFile[],
  now: number,
): Promise<void> {
  if (course.person.kind !== 'student' || attachments.length === 0) return;
  const answer = mayDo(forum, access, { do: 'attach' }, now);
  if (!answer.yes) throw wrongField('attachments', 'This forum takes no attachments.');
  const { kinds, number, megabytes } = course.setup.cards.get(forum.id)!.rules.allowed.attachments;
  if (attachments.length > number) throw wrongField('attachments', `At most ${number} files a post here.`);
  const ids = attachments.map(({ id }) => id);
  const files = await trx.selectFrom('file').selectAll().where('id', 'in', ids).execute();
  for (const file of files) {
    const kind = kindOfFile(file.type);
    if (kind === null || !kinds.includes(kind))
      throw wrongField('attachments', `${file.name}: this forum takes ${kinds.join(', ')} only.`);
    if (file.size > megabytes * 1_000_000)
      throw wrongField('attachments', `${file.name}: at most ${megabytes} MB a file here.`);
  }
}

import { fromJson } from '../db/json';
import type { Kysely } from 'kysely';
import type { Passage } from '../../contract/evaluate';
import type { Database } from '../db/schema';
import { wrongField } from '../refusals/problem';
import { plainText } from '../../core/text/plainText';

/** Without any white space: what is selected across paragraphs is the same text, however they are told apart. */
const squeezed = (text: string) => text.replace(/\s+/g, '');

/** Refuses comments on what the student has not written: each passage stands in some version of a post of theirs. */
export async function checkPassages(
  db: Kysely<Database>,
  about: { readonly forumId: string; readonly studentId: string },
  passages: readonly Passage[],
): Promise<void> {
  if (passages.length === 0) return;
  if (new Set(passages.map(({ id }) => id)).size !== passages.length)
    throw wrongField('passages', 'Every comment needs an id of its own.');
  const rows = await db
    .selectFrom('post')
    .innerJoin('revision', 'revision.post_id', 'post.id')
    .select(['post.id', 'revision.doc'])
    .where('post.forum_id', '=', about.forumId)
    .where('post.author_id', '=', about.studentId)
    .where('post.id', 'in', [...new Set(passages.map(({ postId }) => postId))])
    .execute();
  for (const [index, { postId, text }] of passages.entries()) {
    const versions = rows.filter(({ id }) => id === postId);
    if (versions.length === 0)
      throw wrongField(`passages.${index}.postId`, 'Comment on a post of this student in this forum.');
    const stands = versions.some(({ doc }) =>
      squeezed(plainText(fromJson(doc), { quotes: 'all' })).includes(squeezed(text)),
    );
    if (!stands)
      throw wrongField(`passages.${index}.text`, 'The passage does not stand in the post; select it again.');
  }
}

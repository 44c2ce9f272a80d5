import { fromJson } from '../db/json';
import type { Trx } from '../db/open';
import { randomUUID } from 'node:crypto';
import { attachFiles } from '../course/files/fileUse';
import type { InCourse } from '../course/setup/inCourse';
import { storedText } from '../text/toHtml';
import type { ForumRow } from '../course/forums/forumRow';

/**
 * Posts the starter that was written with a forum, as the staff member who publishes it; once. Where students answer
 * questions every thread belongs to one, so the starter stands with the first.
 */
export async function postStarter(trx: Trx, course: InCourse, row: ForumRow, now: number): Promise<void> {
  if (row.status !== 'published' || row.starter === null || row.starter_post !== null) return;
  const text = storedText(fromJson(row.starter));
  if (text.text === '' && text.files.length === 0) return;
  const { questions, openings } = fromJson(row.rules);
  const id = randomUUID();
  await trx
    .insertInto('post')
    .values({
      id,
      forum_id: row.id,
      author_id: course.person.id,
      author_kind: 'staff',
      parent_id: null,
      thread_id: id,
      thread_author_id: course.person.id,
      answers_author_id: null,
      answers_author_kind: null,
      space_id: null,
      question_id: openings === 'answerQuestions' ? (questions.find((q) => !q.retired)?.id ?? null) : null,
      starter: 1,
      aside_with: null,
      created_at: now,
      version: 1,
    })
    .execute();
  await trx
    .insertInto('revision')
    .values({
      post_id: id,
      number: 1,
      at: now,
      author_id: course.person.id,
      by_staff: 1,
      doc: text.doc,
      html: text.html,
      text: text.text,
      words: text.words,
    })
    .execute();
  await attachFiles(trx, course, text.files, { forumId: row.id, postId: id });
  await trx.updateTable('forum').set({ starter_post: id }).where('id', '=', row.id).execute();
}

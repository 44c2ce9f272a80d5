import type { ReviewPage } from '../../contract/reviews';
import { versionRead } from '../../core/access/versionRead';
import { readsAsReviewer } from '../../core/review/mayReview';
import type { InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { noteReceived } from '../readMarks/received';
import type { OpenAssignment } from './openAssignment';
import { filesOfPost, handedOut, withAddresses } from './reviewFiles';

/** Whether the names of authors are hidden from those who review them. */
export const hidesAuthor = ({ card }: Pick<OpenAssignment, 'card'>): boolean =>
  card.rules.review?.names === 'bothHidden';

/** Whether the names of reviewers are hidden from those they review. */
export const hidesReviewer = ({ card }: Pick<OpenAssignment, 'card'>): boolean =>
  card.rules.review !== null && card.rules.review.names !== 'shown';

/** The versions of the post that its reviewer reads: as it stands, and as it stood when it was assigned. Empty where they read none of it. (rules §9) */
export function versionsForReviewer(at: OpenAssignment, now: number): number[] {
  const { access } = at.opened;
  if (access.kind === 'staff' || !readsAsReviewer(access, at.assignment, at.place, now)) return [];
  const stands = versionRead(access, at.post!, now);
  return stands === at.postNumber ? [stands] : [stands, at.postNumber];
}

/** A version of the reviewed post for its reviewer, with its files, and nothing of what it quotes that they may not read. */
export async function reviewedText(
  db: Db,
  course: InCourse,
  at: OpenAssignment,
  number: number,
  now: number,
): Promise<NonNullable<ReviewPage['post']>> {
  const { postId, id, forumId, authorId } = at.assignment;
  const row = await db
    .selectFrom('revision')
    .select(['html', 'words', 'doc'])
    .where('post_id', '=', postId)
    .where('number', '=', number)
    .executeTakeFirstOrThrow();
  const files = await filesOfPost(db, postId, number, fromJson(row.doc));
  const from = { course: course.setup.id, assignment: id, of: `post-${number}` };
  const html = htmlForReader(row.html, postId, course, at.opened, await struckIn(db, [postId]), now);
  noteReceived(db, course, [{ id: postId, version: number, forumId, authorId }], now);
  return {
    html: withAddresses(html, from, files.all),
    words: row.words,
    files: handedOut({ ...from, hidden: hidesAuthor(at) }, files.below),
  };
}

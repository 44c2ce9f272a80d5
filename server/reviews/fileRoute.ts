import type { Express } from 'express';
import { reviewFileContent } from '../../contract/fileRoutes';
import { mayReadReview } from '../../core/review/mayReview';
import { sentAt } from '../../core/course/assignment';
import { courseFor, type InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Deps } from '../feature/deps';
import { sendStored } from '../files/sendStored';
import { notFound } from '../refusals/problem';
import { signedIn } from '../sessions/sessions';
import { openAssignment } from './openAssignment';
import { filesOfPost, filesOfReview, hiddenName, type StoredFile } from './reviewFiles';
import { hidesAuthor, hidesReviewer, versionsForReviewer } from './reviewedText';
import { loadReviews } from './sentReviews';

const KEY = /^(post|review)-(\d{1,6})-(\d{1,4})$/;

/** A file of the post that somebody reviews, or of a review they may read; what it is called to them. */
async function found(
  deps: Deps,
  course: InCourse,
  assignmentId: string,
  key: string,
): Promise<{ file: StoredFile; name: string }> {
  const [, of, version, place] = KEY.exec(key) ?? [];
  if (of === undefined) throw notFound();
  const { db, clock } = deps;
  const now = clock.now();
  const at = await openAssignment(db, course, assignmentId, now);
  const { assignment, opened } = at;
  const index = Number(place) - 1;
  const named = (file: StoredFile | undefined, hidden: boolean) => {
    if (!file) throw notFound();
    return { file, name: hidden ? hiddenName(file.name, index) : file.name };
  };
  if (of === 'post') {
    const number = Number(version);
    if (assignment.reviewerId !== course.person.id || !versionsForReviewer(at, now).includes(number))
      throw notFound();
    const { doc } = await db
      .selectFrom('revision')
      .select('doc')
      .where('post_id', '=', assignment.postId)
      .where('number', '=', number)
      .executeTakeFirstOrThrow();
    const { all } = await filesOfPost(db, assignment.postId, number, fromJson(doc));
    return named(all[index], hidesAuthor(at));
  }
  if (!mayReadReview(opened.access, assignment, now)) throw notFound();
  const review = (await loadReviews(db, [assignment.id], now)).get(assignment.id);
  if (!review || review.number !== Number(version)) throw notFound();
  const isAuthor = assignment.authorId === course.person.id;
  if (isAuthor && sentAt(assignment, now) === null) throw notFound();
  const { all } = await filesOfReview(db, review.content.files, review.content.overall);
  return named(all[index], isAuthor && hidesReviewer(at));
}

/** Files of reviewed posts and of reviews, through the assignment: their address names nobody. */
export function reviewFileRoute(app: Express, deps: Deps): void {
  app.get(reviewFileContent.path, async (req, res) => {
    const session = await signedIn(deps, req);
    const course = await courseFor(deps, session, String(req.params.course), 'member');
    const { file, name } = await found(deps, course, String(req.params.assignment), String(req.params.file));
    await sendStored(deps, res, { ...file, name });
  });
}

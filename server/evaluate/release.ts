import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { releaseItem, type Released } from '../course/scores/releaseItem';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import { notFound } from '../refusals/problem';

/** Releases given scores of the item a forum feeds to students, or takes them back. */
export async function setReleased(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  students: 'all' | readonly string[],
  released: boolean,
  now: number,
): Promise<Released> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const item = { id: card.itemId, forumId };
  return changeCourse(deps, course, now, (change) => releaseItem(change, course, item, students, released));
}

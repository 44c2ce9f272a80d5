import type { Trx } from '../db/open';
import type { MoveChangeView } from '../../contract/roster';
import { moveChanges } from '../../core/roster/moveChanges';
import type { Student } from '../../core/course/roster';
import type { CourseSetup } from '../course/setup/courseCache';
import { courseData } from '../course/facts/courseData';
import { Problem } from '../refusals/problem';

/** What a space is called. */
export function spaceTitle(setup: CourseSetup, spaceId: string | null): string | null {
  if (spaceId === null) return null;
  return (
    setup.groups.get(spaceId)?.title ??
    setup.sections.find(({ id }) => id === spaceId)?.title ??
    setup.names.get(spaceId)?.name ??
    null
  );
}

/** What a move changes in forums under way, and for whom. (rules §2, §4) */
export async function changesOfMove(
  trx: Trx,
  setup: CourseSetup,
  moved: ReadonlyMap<string, Pick<Student, 'sectionId' | 'groupIds'>>,
  now: number,
): Promise<MoveChangeView[]> {
  const students = new Map(
    [...setup.students].map(([id, student]) => [id, { ...student, ...moved.get(id) }] as const),
  );
  const before = await courseData(trx, setup, {});
  return moveChanges(before, { ...before, students }, now).map((change) => ({
    student: setup.names.get(change.studentId)?.name ?? '',
    forum: setup.cards.get(change.forumId)?.title ?? '',
    from: spaceTitle(setup, change.from),
    to: spaceTitle(setup, change.to),
    posts: change.posts,
    reading: change.reading,
  }));
}

/** Asks first where a move changes something in forums under way. */
export async function warnOfMove(...move: Parameters<typeof changesOfMove>): Promise<void> {
  const told = await changesOfMove(...move);
  if (told.length === 0) return;
  throw new Problem(
    409,
    'moveChanges',
    'This move changes something in forums under way. Look at what it means, then save again to confirm.',
    undefined,
    told,
  );
}

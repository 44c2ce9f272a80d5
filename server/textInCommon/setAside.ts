import type { InCommonPair } from '../../contract/textInCommon';
import type { PairFound } from '../../core/textInCommon/pairsIn';
import { changeCourse } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import type { CourseTexts } from './courseTexts';

/** What staff put aside, and why. */
export interface Aside {
  readonly reason: string;
  readonly by: string;
  readonly at: number;
}

/** The pairs that staff put aside, as long as their texts are what they were then. */
export interface SetAside {
  of(known: CourseTexts, found: PairFound): Aside | null;
}

const inOrder = (one: string, other: string) =>
  (one < other ? [one, other] : [other, one]) as [string, string];

/** The number of the newest version that is compared of a post. */
const newestOf = ({ texts }: CourseTexts, postId: string): number => texts.of(postId).at(-1)!.version.number;

/** Which pairs of a course are put aside. One of whose posts has another version since is not any more. */
export async function setAsideIn(db: Db, courseId: string): Promise<SetAside> {
  const rows = await db.selectFrom('pair_aside').selectAll().where('course_id', '=', courseId).execute();
  const known = new Map(rows.map((row) => [`${row.one_id} ${row.other_id}`, row]));
  return {
    of: (texts, { a, b }) => {
      const row = known.get(inOrder(a.postId, b.postId).join(' '));
      const holds =
        row?.one_number === (row && newestOf(texts, row.one_id)) &&
        row?.other_number === (row && newestOf(texts, row.other_id));
      return row && holds ? { reason: row.reason, by: row.by, at: row.at } : null;
    },
  };
}

/** Puts a pair aside with a reason, or brings it back; for all staff. What its posts' versions are is kept with it. */
export async function setPairAside(
  deps: Deps,
  course: InCourse,
  { one, other }: Pick<InCommonPair, 'one' | 'other'>,
  reason: string | null,
  now: number,
): Promise<void> {
  const [first, second] = inOrder(one.postId, other.postId);
  await changeCourse(deps, course, now, async ({ trx }) => {
    await trx
      .deleteFrom('pair_aside')
      .where('course_id', '=', course.setup.id)
      .where('one_id', '=', first)
      .where('other_id', '=', second)
      .execute();
    if (reason === null) return;
    const newest = async (postId: string) =>
      (
        await trx
          .selectFrom('revision')
          .select((eb) => eb.fn.max('number').as('number'))
          .where('post_id', '=', postId)
          .where('by_staff', '=', 0)
          .executeTakeFirstOrThrow()
      ).number;
    await trx
      .insertInto('pair_aside')
      .values({
        course_id: course.setup.id,
        ...{ one_id: first, other_id: second },
        one_number: await newest(first),
        other_number: await newest(second),
        ...{ reason, at: now, by: course.person.id },
      })
      .execute();
  });
}

import type { InCourse } from '../course/inCourse';
import type { Db } from '../db/open';

/** What is known to have been written down already; it spares asking the database at every reading. */
const noted = new WeakMap<Db, Set<string>>();
/** Then the oldest are forgotten; noting them again changes nothing. */
const NOTED_AT_MOST = 500_000;

/**
 * Writes down when the texts of posts first reached a student of a sealed forum, so that staff can see what somebody could have
 * taken from others between two versions of their own. Looking through somebody's eyes writes nothing. (product §3, evidence)
 */
export async function noteReceived(
  db: Db,
  course: InCourse,
  posts: readonly { readonly id: string; readonly forumId: string; readonly authorId: string }[],
  now: number,
): Promise<void> {
  const { person, setup } = course;
  if (person.kind !== 'student' || course.vantage) return;
  const known = noted.get(db) ?? new Set<string>();
  noted.set(db, known);
  const fresh = posts.filter(
    ({ id, forumId, authorId }) =>
      authorId !== person.id &&
      (setup.forums.get(forumId)?.seal ?? null) !== null &&
      !known.has(`${person.id} ${id}`),
  );
  if (fresh.length === 0) return;
  await db
    .insertInto('received')
    .values(fresh.map(({ id }) => ({ person_id: person.id, post_id: id, at: now })))
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  if (known.size > NOTED_AT_MOST) known.clear();
  for (const { id } of fresh) known.add(`${person.id} ${id}`);
}

import type { SavedRemark } from '../../contract/remarks';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound, Problem } from '../refusals/problem';

/** A member of staff's own saved remarks, and those shared with the staff of the course, the newest first. */
export async function remarksFor(db: Db, course: InCourse): Promise<SavedRemark[]> {
  const rows = await db
    .selectFrom('saved_remark')
    .selectAll()
    .where('course_id', '=', course.setup.id)
    .where((eb) => eb.or([eb('owner_id', '=', course.person.id), eb('shared', '=', 1)]))
    .orderBy('made_at', 'desc')
    .orderBy('text')
    .orderBy('id')
    .execute();
  const uses = new Map<string, Record<string, number>>();
  if (rows.length > 0)
    for (const { remark_id, choice, times } of await db
      .selectFrom('saved_remark_use')
      .selectAll()
      .where(
        'remark_id',
        'in',
        rows.map(({ id }) => id),
      )
      .execute())
      uses.set(remark_id, { ...uses.get(remark_id), [choice]: times });
  return rows.map((row) => ({
    id: row.id,
    text: row.text,
    shared: row.shared === 1,
    mine: row.owner_id === course.person.id,
    uses: uses.get(row.id) ?? {},
  }));
}

/** Keeps a remark, or changes one of one's own. */
export async function saveRemark(
  db: Db,
  course: InCourse,
  remarkId: string,
  { text, shared }: { text: string; shared: boolean },
  now: number,
): Promise<void> {
  const known = await db.selectFrom('saved_remark').selectAll().where('id', '=', remarkId).executeTakeFirst();
  if (known && (known.owner_id !== course.person.id || known.course_id !== course.setup.id))
    throw new Problem(409, 'idTaken', 'This id belongs to another remark; save it with a new id.');
  const row = { text, shared: shared ? 1 : 0 };
  await db
    .insertInto('saved_remark')
    .values({
      id: remarkId,
      course_id: course.setup.id,
      owner_id: course.person.id,
      made_at: now,
      ...row,
    })
    .onConflict((oc) => oc.column('id').doUpdateSet(row))
    .execute();
}

/** Throws one's own away. */
export async function dropRemark(db: Db, course: InCourse, remarkId: string): Promise<void> {
  const { numDeletedRows } = await db
    .deleteFrom('saved_remark')
    .where('id', '=', remarkId)
    .where('course_id', '=', course.setup.id)
    .where('owner_id', '=', course.person.id)
    .executeTakeFirst();
  if (numDeletedRows === 0n) throw notFound();
}

/** Counts one more use with each of what was chosen. */
export async function noteUsed(
  db: Db,
  course: InCourse,
  remarkId: string,
  choices: readonly string[],
): Promise<void> {
  if (!(await remarksFor(db, course)).some(({ id }) => id === remarkId)) throw notFound();
  for (const choice of new Set(choices))
    await db
      .insertInto('saved_remark_use')
      .values({ remark_id: remarkId, choice, times: 1 })
      .onConflict((oc) =>
        oc
          .columns(['remark_id', 'choice'])
          .doUpdateSet((eb) => ({ times: eb('saved_remark_use.times', '+', 1) })),
      )
      .execute();
}

import type { Trx } from '../../db/open';

/** Writes a change to the course record, in the transaction that makes the change. */
export async function keepRecord(
  trx: Trx,
  entry: {
    courseId: string;
    at: number;
    actorId: string;
    /** What happened: `forum.saved`, `score.given` ... */
    what: string;
    /** What it happened to: `forum:<id>`, `score:<item>:<student>` ... */
    subject: string;
    before?: unknown;
    after?: unknown;
    why?: string | null;
  },
): Promise<void> {
  const text = (value: unknown) => (value === undefined || value === null ? null : JSON.stringify(value));
  await trx
    .insertInto('record')
    .values({
      course_id: entry.courseId,
      at: entry.at,
      actor_id: entry.actorId,
      what: entry.what,
      subject: entry.subject,
      before: text(entry.before),
      after: text(entry.after),
      why: entry.why ?? null,
    })
    .execute();
}

import { fromJson, type Json } from '../db/json';
import type { CellDetail } from '../../contract/cells';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { storedScore } from '../course/scores/storedScore';
import { notFound } from '../refusals/problem';
import { valueOf } from './changeCells';
import { shownItem } from '../columns/shownItems';

/** The remark kept with a cell, as plain text. */
export const remarkText = (remark: Json<RichNode> | null): string =>
  remark === null ? '' : plainText(fromJson(remark), { quotes: 'all' }).replaceAll('\n', '\n\n');

const pointsIn = (json: string | null): number | null =>
  json === null ? null : ((JSON.parse(json) as { points?: number | null }).points ?? null);

/** A cell with its remark, and everything that ever happened to it, the newest first. (rules §7) */
export async function cellDetail(
  db: Db,
  course: InCourse,
  { itemId, studentId }: { itemId: string; studentId: string },
): Promise<CellDetail> {
  const { setup } = course;
  const item = shownItem(setup, itemId);
  if (!worksWith(course, studentId)) throw notFound();
  const stored = await storedScore(db, itemId, studentId);
  const records = await db
    .selectFrom('record')
    .selectAll()
    .where('course_id', '=', setup.id)
    .where('subject', '=', `score:${itemId}:${studentId}`)
    .orderBy('id', 'desc')
    .execute();
  return {
    student: setup.names.get(studentId)!,
    value: valueOf(course, item, stored),
    released: stored?.released_at != null,
    remarkHtml: stored?.remark_html ?? null,
    remark: remarkText(stored?.remark ?? null),
    history: records.map(({ at, actor_id, what, before, after, why }) => ({
      at,
      by: setup.names.get(actor_id)?.name ?? '',
      what,
      before: pointsIn(before),
      after: pointsIn(after),
      why,
    })),
  };
}

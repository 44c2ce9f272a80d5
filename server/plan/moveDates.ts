import { toJson } from '../db/json';
import { changeCourse, type Change as CourseChange } from '../course/change/changeCourse';
import type { Trx } from '../db/open';
import { forumSettings, forumOf, type ForumSettings } from '../../contract/forumSettings';
import type { Forum } from '../../core/course/forum';
import { sealChanges } from '../../core/access/sealChanges';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { courseData } from '../course/facts/courseData';
import { conflict, fieldsProblem, Problem } from '../refusals/problem';
import { forumForEdit, forumRow, recordedState, settingsOf } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';
import { refuseStrangeReferences } from '../course/forums/strangeReferences';
import { refuseErrors } from './refusals';

interface Change {
  readonly forumId: string;
  readonly version: number;
  readonly schedule: Forum['schedule'];
  readonly ownTerms: Forum['ownTerms'];
  readonly sealLiftsAt: number | null;
  readonly lookUntil?: number;
  readonly pairAt?: number;
}

function withDates(settings: ForumSettings, asked: Change): ForumSettings {
  const { seal, evaluation, review } = settings.rules;
  const pairs = review !== null && review.pairAt !== null && asked.pairAt !== undefined;
  const looks = evaluation?.lookAgain?.until != null && asked.lookUntil !== undefined;
  const lifts = seal !== null && typeof seal.lift === 'object' && asked.sealLiftsAt !== null;
  const next = {
    ...settings,
    rules: {
      ...settings.rules,
      schedule: asked.schedule,
      ownTerms: asked.ownTerms,
      seal: lifts ? { ...seal, lift: { at: asked.sealLiftsAt! } } : seal,
      review: pairs ? { ...review, pairAt: asked.pairAt! } : review,
      evaluation: looks ? { ...evaluation, lookAgain: { until: asked.lookUntil! } } : evaluation,
    },
  };
  const parsed = forumSettings.safeParse(next);
  if (!parsed.success) throw fieldsProblem(parsed.error);
  return parsed.data;
}

/** Names of all whom the changes would reseal or unseal, over all forums at once. */
async function warnOfSeals(
  trx: Trx,
  course: InCourse,
  changed: readonly { id: string; settings: ForumSettings }[],
  now: number,
): Promise<void> {
  const { setup } = course;
  const reseals = new Set<string>();
  const unseals = new Set<string>();
  for (const { id, settings } of changed) {
    const before = setup.forums.get(id);
    if (!before || before.status === 'draft' || before.seal === null) continue;
    const data = await courseData(trx, setup, { forumId: id });
    const found = sealChanges(data, before, forumOf(settings, before), now);
    for (const student of found.reseals) reseals.add(setup.names.get(student)?.name ?? '');
    for (const student of found.unseals) unseals.add(setup.names.get(student)?.name ?? '');
  }
  if (reseals.size + unseals.size === 0) return;
  throw new Problem(
    409,
    'sealChanges',
    'This would open or close the seal for some students. Look at their names, then save again to confirm.',
    undefined,
    { reseals: [...reseals], unseals: [...unseals] },
  );
}

/** What is changed: forums with their new dates, what it is called in the record, and whether the seals it moves have been seen. */
export interface DatesOrder {
  readonly changes: readonly Change[];
  readonly what: string;
  readonly confirmed: boolean;
}

/** Writes new dates and own terms of forums as part of a change; answers each forum's new version. */
export async function writeDates(
  change: CourseChange,
  course: InCourse,
  order: DatesOrder,
): Promise<Record<string, number>> {
  const { setup } = course;
  const { trx, now } = change;
  const versions: Record<string, number> = {};
  const changed: { id: string; settings: ForumSettings }[] = [];
  for (const asked of order.changes) {
    const row = await forumRow(trx, setup.id, asked.forumId);
    if (row.version !== asked.version)
      throw conflict(
        `Someone else has changed “${row.title}” meanwhile; nothing was moved. Look at it, then move again.`,
        await forumForEdit(trx, setup.id, row.id),
      );
    const settings = withDates(settingsOf(row, null), asked);
    refuseStrangeReferences(setup, row.id, settings);
    refuseErrors(course, row.id, settings, row.status === 'published', now);
    changed.push({ id: row.id, settings });
  }
  if (!order.confirmed) await warnOfSeals(trx, course, changed, now);
  for (const { id, settings } of changed) {
    const row = await forumRow(trx, setup.id, id);
    await trx
      .updateTable('forum')
      .set({ rules: toJson(settings.rules), version: row.version + 1 })
      .where('id', '=', id)
      .execute();
    versions[id] = row.version + 1;
    await recordForum(change, course, id, `forum.${order.what}`, recordedState(row));
  }
  return versions;
}

/** Changes dates and own terms of forums, all or none; answers each forum's new version. */
export const moveDates = (
  deps: Deps,
  course: InCourse,
  order: DatesOrder,
  now: number,
): Promise<Record<string, number>> =>
  changeCourse(deps, course, now, (change) => writeDates(change, course, order));

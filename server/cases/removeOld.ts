import { HOUR } from '../../core/time/instant';
import { removedAtAfter } from '../../core/cases/keeping';
import type { Deps } from '../feature/deps';

const EVERY = HOUR;

/** Removes the decided cases whose time has come by their course's rule. @returns how many */
export async function removeOldCases({ db, clock }: Pick<Deps, 'db' | 'clock'>): Promise<number> {
  const now = clock.now();
  const rows = await db
    .selectFrom('case_file')
    .innerJoin('course', 'course.id', 'case_file.course_id')
    .select(['case_file.id', 'decided_at', 'case_months', 'zone'])
    .where('decided_at', 'is not', null)
    .where('case_months', 'is not', null)
    .execute();
  const due = rows.filter(
    ({ decided_at, case_months, zone }) => removedAtAfter(decided_at, case_months, zone)! <= now,
  );
  for (const { id } of due) await db.deleteFrom('case_file').where('id', '=', id).execute();
  return due.length;
}

/** Removes them now and every hour, beside the requests. */
export function keepCasesTidy(deps: Deps): void {
  const look = () =>
    removeOldCases(deps).then(
      (removed) => removed > 0 && deps.log.info({ removed }, 'cases were removed by their courses’ rules'),
      (error: unknown) => deps.log.error({ err: error }, 'old cases could not be removed'),
    );
  void look();
  setInterval(() => void look(), EVERY).unref();
}

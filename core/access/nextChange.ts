import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Person } from '../course/roster';
import type { Instant } from '../time/instant';
import { endsAt, startsAt } from '../time/minute';
import { accessTo, type StudentAccess } from './accessTo';
import { sealLiftsAt } from './seal';

/** The next instant at which the clock alone changes what a forum is to a student, and to what. */
export interface NextChange {
  readonly at: Instant;
  readonly access: StudentAccess;
}

const kindOf = (access: StudentAccess) => JSON.stringify([access.phase, access.sealed, access.otherSpaces]);

/**
 * When the phase or the seal of a forum next changes for a student if nobody writes or changes anything: at one of the
 * student's own resolved dates, in this forum or in one that has to be done first, or when the seal lifts. null: never.
 * (rules §3, §4)
 */
export function nextChange(course: CourseData, forum: Forum, person: Person, t: Instant): NextChange | null {
  const now = accessTo(course, forum, person, t);
  if (now.kind !== 'student') return null;
  const { dates } = now.terms;
  const turns = new Set<Instant>();
  for (const at of [dates.visibleFrom, dates.postingFrom]) if (at !== null) turns.add(startsAt(at));
  for (const at of [dates.visibleUntil, dates.postingUntil]) if (at !== null) turns.add(endsAt(at));
  const lifts = sealLiftsAt(forum, now.terms);
  if (lifts !== null) turns.add(lifts);
  const kind = kindOf(now);
  for (const at of [...turns].filter((turn) => turn > t).sort((a, b) => a - b)) {
    const access = accessTo(course, forum, person, at) as StudentAccess;
    if (kindOf(access) !== kind) return { at, access };
  }
  return null;
}

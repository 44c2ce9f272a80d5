import { createHash } from 'node:crypto';
import { accessTo } from '../../core/access/accessTo';
import { nextChange } from '../../core/access/nextChange';
import { nextDueWarning } from '../../core/notices/clockNotices';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { courseData } from '../course/facts/courseData';

/** What a course is to someone at an instant, told only by whether it is the same as before; and when that next changes by itself. */
export interface Outlook {
  readonly fingerprint: string;
  /** UTC ms; null: never. */
  readonly nextAt: number | null;
}

/** Works out what a member gets of a course: a change of it is told to them, what leaves it as it is is not. */
export async function outlookOf(db: Db, course: InCourse, now: number): Promise<Outlook> {
  const { setup, person } = course;
  const data = await courseData(db, setup, { authorId: person.id });
  const accesses = [...setup.forums.values()].map((forum) => ({
    forum,
    access: accessTo(data, forum, person, now),
  }));
  const hash = createHash('sha256');
  hash.update(JSON.stringify([setup.title, setup.zone, setup.units, person]));
  for (const { forum, access } of accesses) {
    if (access.kind === 'student' && access.phase === 'absent') continue;
    const card = setup.cards.get(forum.id)!;
    // Everything of a forum that is there for someone may be shown to them in some way.
    hash.update(
      JSON.stringify([forum.id, card.version, card.unitId, card.pinned, forum.frozen, forum.status, access]),
    );
  }
  if (person.kind === 'staff')
    hash.update(JSON.stringify([setup.version, [...setup.names.values()], [...setup.members.values()]]));
  const turns = accesses.flatMap(({ forum, access }) =>
    access.kind === 'student' ? (nextChange(data, forum, person, now)?.at ?? []) : [],
  );
  const due = nextDueWarning(
    accesses.map(({ access }) => access),
    now,
  );
  const next = Math.min(...turns, due ?? Infinity);
  return { fingerprint: hash.digest('base64'), nextAt: next === Infinity ? null : next };
}

import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { isLate } from '../time/dueDate';
import type { Instant } from '../time/instant';
import type { Participation } from './participationOf';

/** What a forum came to for a student once it was due. */
export interface DueForum {
  readonly id: Id;
  /** The last due date that counts for the student, UTC ms. */
  readonly lastDue: Instant;
  /** Whether the student has neither a counted nor a held post there. */
  readonly missed: boolean;
}

/**
 * Whether a student missed a forum; null where nobody can say: it is not asked of the student, who may be excused, requires nothing, or its
 * last due date, with its grace, has not passed. Missed: there is neither a counted nor a held post. (docs/rules §5)
 */
export function isMissed(
  forum: Pick<Forum, 'graceMinutes'>,
  { notAsked, slots, lastDue, counted, held }: Participation,
  excused: boolean,
  t: Instant,
): boolean | null {
  if (notAsked !== null || excused || slots.length === 0 || !isLate(t, lastDue, forum.graceMinutes))
    return null;
  return counted.length === 0 && held === 0;
}

/** So many misses one after the other are marked. */
const IN_A_ROW = 2;

/**
 * The forums that a student missed one right after the other, by due date: where something came in between, or only one was missed, nothing is
 * marked. Forums due at the same minute follow each other in the order given. (docs/rules §5)
 *
 * @param forums those that were due and asked of the student, who is not excused from them
 * @example missesInARow([{ id: 'maps', lastDue: 1, missed: true }, { id: 'weir', lastDue: 2, missed: true }])
 */
export function missesInARow(forums: readonly DueForum[]): Set<Id> {
  const marked = new Set<Id>();
  let run: Id[] = [];
  for (const { id, missed } of [...forums].sort((a, b) => a.lastDue - b.lastDue)) {
    run = missed ? [...run, id] : [];
    if (run.length >= IN_A_ROW) for (const each of run) marked.add(each);
  }
  return marked;
}

import type { listDockets } from '../../../contract/evaluate';
import type { AnswerOf } from '../../../contract/endpoint';
import type { QueuedLook } from '../../../contract/secondLooks';

type DocketSummary = AnswerOf<typeof listDockets>['forums'][number];

/** One evaluated forum with what there is to do in it. */
export interface WaitingDocket {
  readonly forum: DocketSummary;
  /** Students ready, scores whose posts changed since, wishes for another look, scores given and not released. */
  readonly ready: number;
  readonly changed: number;
  readonly wishes: number;
  readonly toRelease: number;
  /** Students with some of what is required, and with nothing. */
  readonly begun: number;
  readonly nothing: number;
  /** Scores that are given, released or not. */
  readonly given: number;
  /** Students who are to be given one. */
  readonly students: number;
}

/** The evaluated forums of a course by what an evaluator can do: something now, nothing yet, or nothing any more. */
export interface WhatWaits {
  readonly now: readonly WaitingDocket[];
  readonly later: readonly WaitingDocket[];
  readonly finished: readonly WaitingDocket[];
}

const END = Number.MAX_SAFE_INTEGER;
const dueOf = ({ forum }: WaitingDocket) => forum.lastDue ?? END;

/** What there is to do in a forum. */
export function waitingIn(forum: DocketSummary, wishes: number): WaitingDocket {
  const of = (state: string) => forum.counts[state] ?? 0;
  const all = Object.values(forum.counts).reduce((sum, n) => sum + n, 0);
  return {
    forum,
    ready: of('ready'),
    changed: of('changed'),
    wishes,
    toRelease: of('given'),
    begun: of('waiting'),
    nothing: of('nothing'),
    given: of('given') + of('released') + of('changed'),
    students: all - of('excused'),
  };
}

/**
 * Sorts the evaluated forums: first those in which something can be done now, the earliest due first; then those that are still under
 * way; then those that are over, the latest first.
 */
export function whatWaits(
  forums: readonly DocketSummary[],
  looks: readonly Pick<QueuedLook, 'state' | 'forum'>[],
  now: number,
): WhatWaits {
  const asked = (id: string) =>
    looks.filter(({ state, forum }) => state === 'asked' && forum.id === id).length;
  const all = forums.map((forum) => waitingIn(forum, asked(forum.id)));
  const isToDo = ({ ready, changed, wishes, toRelease }: WaitingDocket) =>
    ready + changed + wishes + toRelease > 0;
  const isUnderWay = (docket: WaitingDocket) => docket.begun > 0 || dueOf(docket) > now;
  const byDue = (one: WaitingDocket, other: WaitingDocket) => dueOf(one) - dueOf(other);
  const rest = all.filter((docket) => !isToDo(docket));
  return {
    now: all.filter(isToDo).sort(byDue),
    later: rest.filter(isUnderWay).sort(byDue),
    finished: rest.filter((docket) => !isUnderWay(docket)).sort((one, other) => byDue(other, one)),
  };
}

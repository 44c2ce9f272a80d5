import { fromJson } from '../db/json';
import type { Change } from '../course/change/changeCourse';
import type { ForumSettings } from '../../contract/forumSettings';
import { forumOf } from '../../contract/forumSettings';
import type { CourseData } from '../../core/course/courseData';
import { changedSince } from '../../core/participation/changedSince';
import { participationOf } from '../../core/participation/participationOf';
import type { Done } from '../../core/scoring/kinds/basis';
import { isGivenAnew, rehearse, type ScoreMove } from '../../core/scoring/rehearse';
import { NO_DECISIONS, suggest, type Decisions } from '../../core/scoring/suggest';
import { groupGivenTo } from '../../core/scoring/together';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForumQuietly } from '../course/access/openForum';
import { giveScore } from '../course/scores/giveScore';
import type { StoredScore } from '../course/scores/keepScore';
import { factsOfStored, storedScores } from '../course/scores/storedScore';

/** What a change of rules does to one student of a forum, and what is kept of their score. */
export interface StudentMove {
  readonly studentId: string;
  readonly move: ScoreMove;
  readonly released: boolean;
  readonly decisions: Decisions;
  /** What the student has done by the changed rules. */
  readonly done: Done;
}

/**
 * Rehearses changed settings of a forum, a student at a time, so that whoever asks may pause between them.
 *
 * @returns how many students there are, and the rehearsal: for each student what would move, null where nothing would
 */
export async function rehearsalOf(
  db: Db,
  course: InCourse,
  forumId: string,
  settings: Pick<ForumSettings, 'rules'>,
  now: number,
): Promise<{ readonly of: number; readonly rehearsed: Iterable<StudentMove | null> }> {
  const { setup } = course;
  const { forum, card } = forumIn(setup, forumId);
  const next = forumOf(settings, forum);
  const opened = await openForumQuietly(db, course, forumId, now);
  const kept = card.itemId === null ? new Map<string, StoredScore>() : await storedScores(db, card.itemId);
  const data: CourseData = {
    ...opened.data,
    scoreOf: (id, studentId) => {
      const row = id === forumId ? kept.get(studentId) : undefined;
      return row ? factsOfStored(row) : null;
    },
  };
  const students = [...data.students.values()].filter(({ id }) => worksWith(course, id));
  function* work(): Generator<StudentMove | null> {
    for (const student of students) {
      const row = kept.get(student.id);
      if (row?.excused === 1) {
        yield null;
        continue;
      }
      const decisions = row ? fromJson(row.decisions) : NO_DECISIONS;
      const own = data.postsBy(forumId, student.id);
      const done = participationOf(data, next, student, now);
      const move = rehearse(
        { forum, done: participationOf(data, forum, student, now) },
        { forum: next, done },
        {
          decisions,
          points: row?.points ?? null,
          changed: row?.given_at != null && changedSince(own, row.given_at, now),
        },
        now,
      );
      yield move && { studentId: student.id, move, released: row?.released_at != null, decisions, done };
    }
  }
  return { of: students.length, rehearsed: work() };
}

/** What a rehearsal finds, in one go. */
export async function movesOf(
  db: Db,
  course: InCourse,
  forumId: string,
  settings: Pick<ForumSettings, 'rules'>,
  now: number,
): Promise<StudentMove[]> {
  const { rehearsed } = await rehearsalOf(db, course, forumId, settings, now);
  return [...rehearsed].filter((move) => move !== null);
}

/**
 * Gives anew the scores that changed rules move, with the explanation they then have; what is released stays released. Scores given in
 * place of what is computed stay, unless they are asked for. (docs/rules §6)
 */
export async function giveAnew(
  change: Change,
  course: InCourse,
  forumId: string,
  settings: Pick<ForumSettings, 'rules'>,
  moves: readonly StudentMove[],
  overridesToo: boolean,
): Promise<void> {
  const { forum, card } = forumIn(course.setup, forumId);
  const itemId = card.itemId!;
  const next = forumOf(settings, forum);
  const moved = moves.filter(({ move }) => isGivenAnew(move, overridesToo));
  const stored = await storedScores(change.trx, itemId);
  for (const { studentId, decisions: before, done } of moved) {
    const decisions: Decisions = { ...before, override: null };
    const suggestion = suggest(next, done, decisions, change.now)!;
    const cell = { itemId, studentId, stored: stored.get(studentId)! };
    // New rules change nobody singly.
    const together = groupGivenTo(fromJson(cell.stored.lines)) ?? undefined;
    await giveScore(change, course, forumId, cell, { decisions, suggestion, together, why: RULES_CHANGED });
  }
}

/** Why a score was given anew, as its history keeps it. */
const RULES_CHANGED = 'The rules of the forum were changed.';

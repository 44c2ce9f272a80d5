import { fromJson } from '../../db/json';
import type { Kysely } from 'kysely';
import type { Passage } from '../../../contract/evaluate';
import type { ScoreFacts } from '../../../core/course/courseData';
import type { ExplanationLine } from '../../../core/scoring/kinds/explanation';
import { NO_DECISIONS, type Decisions } from '../../../core/scoring/suggest';
import type { CourseSetup } from '../setup/courseCache';
import { statement } from '../../db/statement';
import type { Database } from '../../db/schema';

/** A score as it is shown: what is given, how it comes about, the remark, and whether it is released. */
export interface ShownScore {
  readonly itemId: string;
  readonly studentId: string;
  readonly points: number | null;
  readonly givenAt: number | null;
  readonly releasedAt: number | null;
  readonly excused: boolean;
  readonly lines: readonly ExplanationLine[];
  readonly remarkHtml: string | null;
  /** Comments on passages, as they were given. */
  readonly passages: readonly Passage[];
  /** The files that go with it, by id. */
  readonly files: readonly string[];
  /** What it was given by. */
  readonly decisions: Decisions;
}

/** What the course record keeps of a score that was given. */
export interface RecordedScore {
  readonly points: number;
  readonly lines: readonly ExplanationLine[];
  readonly remarkHtml: string | null;
  readonly passages?: readonly Passage[];
  readonly files?: readonly string[];
  readonly decisions?: Decisions;
}

/** Whose scores, and of which item; left out: everyone's, of every item. */
export interface ScoreScope {
  readonly studentId?: string;
  /** null: of none. */
  readonly itemId?: string | null;
}

const scoresOf = (db: Kysely<Database>, courseId: string) =>
  db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .selectAll('score')
    .where('item.course_id', '=', courseId);

const scoresOfStudent = statement((db, at: { courseId: string; studentId: string }) =>
  scoresOf(db, at.courseId).where('score.student_id', '=', at.studentId),
);

async function scoresNow(
  db: Kysely<Database>,
  courseId: string,
  { studentId, itemId }: ScoreScope,
): Promise<ShownScore[]> {
  const rows =
    studentId !== undefined && itemId === undefined
      ? await scoresOfStudent(db, { courseId, studentId })
      : await scoresOf(db, courseId)
          .$if(studentId !== undefined, (query) => query.where('score.student_id', '=', studentId!))
          .$if(itemId !== undefined, (query) => query.where('score.item_id', '=', itemId ?? ''))
          .execute();
  return rows.map((row) => ({
    itemId: row.item_id,
    studentId: row.student_id,
    points: row.points,
    givenAt: row.given_at,
    releasedAt: row.released_at,
    excused: row.excused === 1,
    lines: fromJson(row.lines),
    remarkHtml: row.remark_html,
    passages: fromJson(row.passages_given),
    files: fromJson(row.files_given),
    decisions: fromJson(row.decisions_given),
  }));
}

/** What happened to scores, as the course record keeps it, in the order it happened. */
export interface ScoreRecord {
  readonly at: number;
  readonly what: string;
  readonly subject: string;
  readonly after: string | null;
}

/** Scores as they stood at an instant, read from the course record. */
async function scoresAt(
  db: Kysely<Database>,
  courseId: string,
  t: number,
  { studentId, itemId }: ScoreScope,
): Promise<ShownScore[]> {
  const rows = await db
    .selectFrom('record')
    .select(['at', 'what', 'subject', 'after'])
    .where('course_id', '=', courseId)
    .where('subject', 'like', `score:${itemId === undefined ? '%' : (itemId ?? '')}:${studentId ?? '%'}`)
    .where('at', '<=', t)
    .orderBy('id')
    .execute();
  return replayed(rows);
}

/** Scores as they stand once everything in these records has happened. */
export function replayed(rows: readonly ScoreRecord[]): ShownScore[] {
  const scores = new Map<string, ShownScore>();
  for (const { at, what, subject, after } of rows) {
    const [, itemId, who] = subject.split(':') as [string, string, string];
    const before = scores.get(subject) ?? {
      itemId,
      studentId: who,
      points: null,
      givenAt: null,
      releasedAt: null,
      excused: false,
      lines: [],
      remarkHtml: null,
      passages: [],
      files: [],
      decisions: NO_DECISIONS,
    };
    if (what === 'score.given')
      scores.set(subject, { ...before, ...(JSON.parse(after!) as RecordedScore), givenAt: at });
    if (what === 'score.remarked' || what === 'score.putBack' || what === 'score.rescaled')
      scores.set(subject, { ...before, ...(JSON.parse(after!) as Partial<ShownScore>) });
    if (what === 'score.confirmed') scores.set(subject, { ...before, givenAt: at });
    if (what === 'score.cleared')
      scores.set(subject, {
        ...before,
        ...{ points: null, givenAt: null, releasedAt: null, lines: [], decisions: NO_DECISIONS },
      });
    if (what === 'score.released') scores.set(subject, { ...before, releasedAt: at });
    if (what === 'score.takenBack') scores.set(subject, { ...before, releasedAt: null });
    if (what === 'score.excused' || what === 'score.notExcused')
      scores.set(subject, { ...before, excused: what === 'score.excused' });
  }
  return [...scores.values()];
}

/** Scores of a course; as they stand, or as they stood then in a look into the past. */
export function shownScores(
  db: Kysely<Database>,
  setup: CourseSetup,
  scope: ScoreScope = {},
): Promise<ShownScore[]> {
  return setup.asOf === null ? scoresNow(db, setup.id, scope) : scoresAt(db, setup.id, setup.asOf, scope);
}

/** Scores of forums as the rules read them. */
export async function loadScores(db: Kysely<Database>, setup: CourseSetup, scope: ScoreScope = {}) {
  const forumOf = new Map(setup.gradebook.items.map(({ id, forumId }) => [id, forumId]));
  return (await shownScores(db, setup, scope)).flatMap(
    (score): (ScoreFacts & { forumId: string; studentId: string })[] => {
      const forumId = forumOf.get(score.itemId) ?? null;
      if (forumId === null) return [];
      return [
        {
          forumId,
          studentId: score.studentId,
          points: score.points,
          givenAt: score.givenAt,
          released: score.releasedAt !== null,
          excused: score.excused,
        },
      ];
    },
  );
}

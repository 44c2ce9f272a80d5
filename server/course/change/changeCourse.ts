import { keepRecord } from '../record/record';
import type { Db, Trx } from '../../db/open';
import { isInSetup, subjectText, type Subject } from '../record/subject';
import type { CourseCache } from '../setup/courseCache';
import type { InCourse } from '../setup/inCourse';
import type { HearsChanges, TouchedScore } from './changed';
import { lastChanges, postsSince } from './changedPosts';

/** What a course is changed with: where it is kept, what is kept of it in memory, and who hears of it. */
export interface Keeping {
  readonly db: Db;
  readonly courses: CourseCache;
  readonly live: HearsChanges;
}

/** A change of a course while it is made. */
export interface Change {
  /** All of it is written, or nothing of it. */
  readonly trx: Trx;
  /** When it is made, UTC ms. */
  readonly now: number;
  /**
   * Writes down in the course record what is done, by whoever makes the change.
   *
   * @param what `forum.saved`, `score.given` ...
   */
  record(
    what: string,
    subject: Subject,
    more?: { readonly before?: unknown; readonly after?: unknown; readonly why?: string | null },
  ): Promise<void>;
  /** Something else about these scores is changed, such as who gives them: staff who look at them are told. */
  touches(scores: readonly TouchedScore[]): void;
  /** Something of these people's own is changed: they are told. */
  concerns(people: readonly string[]): void;
  /** It was only to be seen what it would come to: in the end nothing of it is written, and nobody hears of it. */
  takeBack(): void;
}

/** Whose change it is: a member's, or an administrator's in a course that they are no member of. */
export type ChangeBy = InCourse | { readonly courseId: string; readonly actorId: string };

/** Thrown to end a transaction whose outcome alone was asked for. */
class TakenBack extends Error {}

/**
 * The one way to change a course: runs what is written in one transaction, with the course record in it. Once it is kept, what memory
 * holds of the course is read anew where that changed, and it is told which posts, which scores and whose own things were changed.
 * What is a person's alone (drafts, marks, choices) is no change of the course.
 *
 * @throws whatever `work` throws; then nothing is written
 */
export async function changeCourse<T>(
  { db, courses, live }: Keeping,
  by: ChangeBy,
  now: number,
  work: (change: Change) => Promise<T>,
): Promise<T> {
  const courseId = 'setup' in by ? by.setup.id : by.courseId;
  const actorId = 'setup' in by ? by.person.id : by.actorId;
  const scores = new Map<string, TouchedScore>();
  const people = new Set<string>();
  let setup = false;
  let takenBack = false;
  let posts: ReadonlyMap<string, readonly string[]> = new Map();
  let answer: { readonly of: T } | null = null;
  const changing = db.transaction().execute(async (trx) => {
    const before = await lastChanges(trx, courseId);
    answer = {
      of: await work({
        trx,
        now,
        record: async (what, subject, more) => {
          const text = subjectText(subject);
          await keepRecord(trx, { courseId, at: now, actorId, what, subject: text, ...more });
          setup ||= isInSetup(subject);
          if (subject.of === 'score') scores.set(text, subject);
        },
        touches: (those) => those.forEach((each) => scores.set(subjectText({ of: 'score', ...each }), each)),
        concerns: (those) => those.forEach((each) => people.add(each)),
        takeBack: () => (takenBack = true),
      }),
    };
    if (takenBack) throw new TakenBack();
    posts = await postsSince(trx, courseId, before);
  });
  await changing.catch((error: unknown) => {
    if (!(error instanceof TakenBack)) throw error;
  });
  if (!takenBack) {
    if (setup) courses.forget(courseId);
    if (posts.size + scores.size + people.size > 0)
      live.changed(courseId, { at: now, posts, scores: [...scores.values()], people: [...people] });
  }
  return answer!.of;
}

import { courseDataOf } from '../../core/course/courseData';
import type { Forum } from '../../core/course/forum';
import type { Post } from '../../core/course/post';
import type { Student } from '../../core/course/roster';
import { isMissed } from '../../core/participation/missesInARow';
import { participationOf } from '../../core/participation/participationOf';
import { asked } from '../../core/terms/asked';
import { resolveTerms } from '../../core/terms/resolveTerms';
import { isLate } from '../../core/time/dueDate';
import { loadScores } from '../course/scores/loadScores';
import { loadPosts } from '../course/posts/loadPosts';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';
import type { ForumCounts } from './forumCounts';

/** Who is excused from which forum, `forum student`. */
async function excusedFrom(db: Db, setup: CourseSetup): Promise<ReadonlySet<string>> {
  const rows = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['forum_id', 'student_id'])
    .where('course_id', '=', setup.id)
    .where('excused', '=', 1)
    .execute();
  return new Set(rows.map(({ forum_id, student_id }) => `${forum_id} ${student_id}`));
}

/** Whether one forum was missed, and when it was due last. */
interface Due {
  readonly lastDue: number;
  readonly missed: boolean;
}

/**
 * Of each student, for the forums that were due, in the order of their last due dates: whether it was missed. Who has a post that stands has
 * not missed the forum; only of the others is it worked out by the rules what they have done. Forums are added one by one. (rules §5)
 */
export class MissedTally {
  readonly #due = new Map<string, Due[]>();

  private constructor(
    private readonly db: Db,
    private readonly setup: CourseSetup,
    private readonly students: readonly Student[],
    private readonly excused: ReadonlySet<string>,
    private readonly now: number,
  ) {}

  static async of(
    db: Db,
    setup: CourseSetup,
    students: readonly Student[],
    now: number,
  ): Promise<MissedTally> {
    return new MissedTally(db, setup, students, await excusedFrom(db, setup), now);
  }

  async add(forum: Forum, { standing, authors }: Pick<ForumCounts, 'standing' | 'authors'>): Promise<void> {
    const byRules: Student[] = [];
    for (const student of this.students) {
      if (this.excused.has(`${forum.id} ${student.id}`)) continue;
      const { notAsked, lastDue } = asked(forum, student, resolveTerms(forum, student), this.setup.groups);
      // A score that was given makes a forum asked of whom it is not asked otherwise.
      if (notAsked !== null) byRules.push(student);
      else if (!isLate(this.now, lastDue, forum.graceMinutes)) continue;
      else if (standing.has(student.id)) this.#note(student, { lastDue: lastDue!, missed: false });
      else byRules.push(student);
    }
    if (byRules.length > 0) await this.#addByRules(forum, byRules, authors);
  }

  async #addByRules(forum: Forum, students: readonly Student[], authors: ReadonlySet<string>): Promise<void> {
    const { setup, db, now } = this;
    const posts: Post[] = [];
    for (const { id } of students)
      if (authors.has(id))
        posts.push(...(await loadPosts(db, { courseId: setup.id, forumId: forum.id, authorId: id })));
    const itemId = setup.cards.get(forum.id)!.itemId;
    const scores = itemId === null ? [] : await loadScores(db, setup, { itemId });
    const data = courseDataOf({
      ...{ zone: setup.zone, students, groups: [...setup.groups.values()], forums: [forum] },
      ...{ posts, scores },
    });
    for (const student of students) {
      const part = participationOf(data, forum, student, now);
      const missed = isMissed(forum, part, false, now);
      if (missed !== null) this.#note(student, { lastDue: part.lastDue!, missed });
    }
  }

  #note({ id }: Student, due: Due): void {
    const list = this.#due.get(id);
    if (list) list.push(due);
    else this.#due.set(id, [due]);
  }

  result(): ReadonlyMap<string, readonly boolean[]> {
    return new Map(
      [...this.#due].map(([id, list]) => [
        id,
        list.sort((a, b) => a.lastDue - b.lastDue).map(({ missed }) => missed),
      ]),
    );
  }
}

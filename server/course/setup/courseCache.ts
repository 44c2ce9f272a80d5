import { nameOrder } from '../../../core/text/nameOrder';
import { fromJson } from '../../db/json';
import type { PersonName } from '../../../contract/basics';
import { forumOf, type ForumRules } from '../../../contract/forumSettings';
import { freeWeeksOf, type FreeDay } from '../../../core/plan/classDays';
import type { Forum } from '../../../core/course/forum';
import type { Outcome } from '../../../core/course/outcome';
import type { Group, Student } from '../../../core/course/roster';
import type { Gradebook } from '../../../core/gradebook/gradebook';
import type { Db } from '../../db/open';
import { NAME_COLUMNS, personName } from './personNames';
import { toHtml } from '../../text/toHtml';
import { categoriesOf, unitsOf } from './courseLists';

/** What stands beside a forum's rules. */
export interface ForumCard {
  readonly id: string;
  readonly title: string;
  readonly unitId: string | null;
  readonly categoryId: string | null;
  readonly promptHtml: string;
  readonly version: number;
  readonly itemId: string | null;
  /** Its place among the forums on top; null: it stands in its unit. */
  readonly pinned: number | null;
  readonly rules: ForumRules;
  /** The questions' texts as HTML, by id. */
  readonly questionHtml: ReadonlyMap<string, string>;
}

/** What stands beside an item's part in the totals. */
export interface ItemCard {
  readonly version: number;
  /** Whether name and maximum are those of the forum that feeds it. */
  readonly follows: boolean;
}

/** A member of a course. */
export interface Member {
  readonly personId: string;
  readonly role: 'instructor' | 'assistant' | 'student';
  readonly sections: 'all' | readonly string[];
  readonly removed: boolean;
}

/** Everything about a course that changes seldom: settings, roster, groups, forums with their rules. */
export interface CourseSetup {
  readonly id: string;
  readonly title: string;
  readonly code: string;
  readonly zone: string;
  readonly termStart: number;
  readonly termEnd: number;
  readonly version: number;
  /** null: as it stands now. Else as it stood at this instant, for a look into the past. */
  readonly asOf: number | null;
  /** Mondays of weeks without classes, `2026-02-16`. */
  readonly freeWeeks: readonly string[];
  readonly freeDays: readonly FreeDay[];
  /** Whether it is kept how often students open each forum. */
  readonly visits: boolean;
  readonly outcomes: readonly Outcome[];
  readonly groupPlans: readonly { id: string; title: string; version: number }[];
  readonly members: ReadonlyMap<string, Member>;
  readonly names: ReadonlyMap<string, PersonName>;
  readonly students: ReadonlyMap<string, Student>;
  /** How members are known outside of Juror; for staff alone. */
  readonly contacts: ReadonlyMap<string, { readonly email: string; readonly studentNumber: string | null }>;
  readonly groups: ReadonlyMap<string, Group & { readonly title: string }>;
  readonly sections: readonly { id: string; title: string }[];
  readonly units: readonly { id: string; title: string }[];
  readonly gradebook: Gradebook;
  /** What stands beside an item of the gradebook. */
  readonly itemCards: ReadonlyMap<string, ItemCard>;
  /** In the order of the plan: by unit, then by position. */
  readonly forums: ReadonlyMap<string, Forum>;
  readonly cards: ReadonlyMap<string, ForumCard>;
  /** The forums in which students review one another, or have done so. */
  readonly reviewed: ReadonlySet<string>;
}

/** Reads a course as it stands, within a transaction as it stands there; null where there is none. */
export async function loadCourse(db: Db, courseId: string): Promise<CourseSetup | null> {
  const course = await db.selectFrom('course').selectAll().where('id', '=', courseId).executeTakeFirst();
  if (!course) return null;
  const sections = await db
    .selectFrom('section')
    .selectAll()
    .where('course_id', '=', courseId)
    .orderBy('position')
    .execute();
  const items = await db
    .selectFrom('item')
    .selectAll()
    .where('course_id', '=', courseId)
    .where('removed_at', 'is', null)
    .orderBy('position')
    .execute();
  const rows = await db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .selectAll('member')
    .select(['person.id', 'email', ...NAME_COLUMNS, 'sortable_name'])
    .where('course_id', '=', courseId)
    .execute();
  rows.sort((a, b) => nameOrder(a.sortable_name, b.sortable_name));
  const groupPlans = await db
    .selectFrom('group_plan')
    .selectAll()
    .where('course_id', '=', courseId)
    .orderBy('position')
    .orderBy('title')
    .execute();
  const groups = await db
    .selectFrom('group')
    .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
    .select(['group.id', 'group.plan_id', 'group.title'])
    .where('group_plan.course_id', '=', courseId)
    .orderBy('group.position')
    .execute();
  const inGroup = await db
    .selectFrom('group_member')
    .innerJoin('group', 'group.id', 'group_member.group_id')
    .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
    .select(['group_member.group_id', 'group_member.person_id'])
    .where('group_plan.course_id', '=', courseId)
    .execute();
  const groupsOf = new Map<string, string[]>();
  for (const { group_id, person_id } of inGroup)
    groupsOf.set(person_id, [...(groupsOf.get(person_id) ?? []), group_id]);
  const forums = await db
    .selectFrom('forum')
    .leftJoin('unit', 'unit.id', 'forum.unit_id')
    .leftJoin('item', 'item.forum_id', 'forum.id')
    .selectAll('forum')
    .select(['unit.position as unit_position', 'item.id as item_id'])
    .where('forum.course_id', '=', courseId)
    .where('forum.removed_at', 'is', null)
    .execute();
  const books = await db
    .selectFrom('review_book')
    .innerJoin('forum', 'forum.id', 'review_book.forum_id')
    .select('forum.id')
    .where('forum.course_id', '=', courseId)
    .execute();
  const onTop = (row: (typeof forums)[number]) => row.pinned ?? Infinity;
  forums.sort(
    (a, b) =>
      (onTop(a) === onTop(b) ? 0 : onTop(a) - onTop(b)) ||
      (a.unit_position ?? -1) - (b.unit_position ?? -1) ||
      a.position - b.position,
  );
  const rulesOf = new Map(forums.map((row) => [row.id, fromJson(row.rules)]));
  const student = (row: (typeof rows)[number]): Student => ({
    id: row.person_id,
    sectionId: row.section_id,
    groupIds: groupsOf.get(row.person_id) ?? [],
    enrolledFrom: row.enrolled_from,
    removed: row.removed_at !== null,
    accommodationMinutes: row.accommodation_minutes,
  });
  const categoryOf = new Map(forums.map((forum) => [forum.id, forum.category_id]));
  return {
    id: course.id,
    title: course.title,
    code: course.code,
    zone: course.zone,
    termStart: course.term_start,
    termEnd: course.term_end,
    version: course.version,
    asOf: null,
    freeWeeks: freeWeeksOf(fromJson(course.free_days)),
    freeDays: fromJson(course.free_days),
    visits: course.visits === 1,
    outcomes: fromJson(course.outcomes),
    groupPlans: groupPlans.map(({ id, title, version }) => ({ id, title, version })),
    members: new Map(
      rows.map((row) => [
        row.person_id,
        {
          personId: row.person_id,
          role: row.role,
          sections: row.sections === null ? 'all' : fromJson(row.sections),
          removed: row.removed_at !== null,
        },
      ]),
    ),
    names: new Map(rows.map((row) => [row.person_id, personName(row)])),
    contacts: new Map(
      rows.map((row) => [row.person_id, { email: row.email, studentNumber: row.student_number }]),
    ),
    students: new Map(
      rows.filter((row) => row.role === 'student').map((row) => [row.person_id, student(row)]),
    ),
    groups: new Map(groups.map((row) => [row.id, { id: row.id, planId: row.plan_id, title: row.title }])),
    sections: sections.map(({ id, title }) => ({ id, title })),
    units: await unitsOf(db, courseId),
    gradebook: {
      mode: course.gradebook_mode,
      letters: fromJson(course.letters),
      categories: await categoriesOf(db, courseId),
      items: items
        .filter(({ forum_id }) => forum_id === null || rulesOf.has(forum_id))
        .map((row) => ({
          id: row.id,
          forumId: row.forum_id,
          title: row.title,
          categoryId: row.forum_id === null ? row.category_id : (categoryOf.get(row.forum_id) ?? null),
          maximum: row.maximum,
          display: row.display,
          counts: row.counts === 1,
          extraCredit: row.extra_credit === 1,
          dueAt: row.due_at,
        })),
    },
    itemCards: new Map(items.map((row) => [row.id, { version: row.version, follows: row.follows === 1 }])),
    forums: new Map(
      forums.map((row) => [
        row.id,
        forumOf(
          { rules: rulesOf.get(row.id)! },
          { id: row.id, status: row.status, frozen: row.frozen === 1 },
        ),
      ]),
    ),
    reviewed: new Set([
      ...forums.flatMap(({ id }) => (rulesOf.get(id)!.review === null ? [] : [id])),
      ...books.map(({ id }) => id),
    ]),
    cards: new Map(
      forums.map((row) => [
        row.id,
        {
          id: row.id,
          title: row.title,
          unitId: row.unit_id,
          categoryId: row.category_id,
          promptHtml: row.prompt_html,
          version: row.version,
          itemId: row.item_id,
          pinned: row.pinned,
          rules: rulesOf.get(row.id)!,
          questionHtml: new Map(rulesOf.get(row.id)!.questions.map(({ id, text }) => [id, toHtml(text)])),
        },
      ]),
    ),
  };
}

/** Courses as they were last read; whoever changes one forgets it here. */
export class CourseCache {
  readonly #courses = new Map<string, Promise<CourseSetup | null>>();
  #listener: (courseId: string) => void = () => undefined;

  /** Who hears that a course was changed. */
  listen(listener: (courseId: string) => void): void {
    this.#listener = listener;
  }

  get(db: Db, courseId: string): Promise<CourseSetup | null> {
    let course = this.#courses.get(courseId);
    if (!course) {
      course = loadCourse(db, courseId);
      this.#courses.set(courseId, course);
      const forget = () => this.#courses.delete(courseId);
      course.then((found) => found ?? forget(), forget);
    }
    return course;
  }

  forget(courseId: string): void {
    this.#courses.delete(courseId);
    this.#listener(courseId);
  }
}

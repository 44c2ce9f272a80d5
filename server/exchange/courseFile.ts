import { setImmediate as nextTurn } from 'node:timers/promises';
import { settingsView } from '../plan/courseSettings';
import { NAME_COLUMNS } from '../course/setup/personNames';
import type { Db } from '../db/open';
import { byKey, json, jsonOrNull, type Part, type RowOf } from './courseParts';
import { posts } from './coursePosts';
import { announcements, visits } from './courseLife';
import { assignments, mustNots } from './courseReviews';
import { items, looks, moreTime, readings, scores } from './courseScores';

async function people(db: Db, courseId: string): Promise<RowOf<'people'>[]> {
  const rows = await db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .selectAll('member')
    .select([...NAME_COLUMNS, 'sortable_name', 'email'])
    .where('course_id', '=', courseId)
    .orderBy('person_id')
    .execute();
  return rows.map((row) => ({
    id: row.person_id,
    role: row.role,
    givenName: row.given_name,
    familyName: row.family_name,
    preferredName: row.preferred_name,
    familyFirst: row.family_first === 1,
    sortableName: row.sortable_name,
    email: row.email,
    studentNumber: row.student_number,
    sectionId: row.section_id,
    sections: jsonOrNull(row.sections),
    enrolledFrom: row.enrolled_from,
    removedAt: row.removed_at,
    accommodationMinutes: row.accommodation_minutes,
    accommodationReason: row.accommodation_reason,
  }));
}

async function groupPlans(db: Db, courseId: string): Promise<RowOf<'groupPlans'>[]> {
  const plans = await db
    .selectFrom('group_plan')
    .select(['id', 'title'])
    .where('course_id', '=', courseId)
    .orderBy('position')
    .orderBy('id')
    .execute();
  const groups = await db
    .selectFrom('group')
    .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
    .select(['group.id', 'group.title', 'group.plan_id'])
    .where('course_id', '=', courseId)
    .orderBy('group.position')
    .orderBy('group.id')
    .execute();
  const members = byKey(
    await db
      .selectFrom('group_member')
      .innerJoin('group', 'group.id', 'group_member.group_id')
      .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
      .select(['group_id', 'person_id'])
      .where('course_id', '=', courseId)
      .orderBy('person_id')
      .execute(),
    ({ group_id }) => group_id,
  );
  return plans.map((plan) => ({
    ...plan,
    groups: groups
      .filter(({ plan_id }) => plan_id === plan.id)
      .map(({ id, title }) => ({
        id,
        title,
        members: (members.get(id) ?? []).map(({ person_id }) => person_id),
      })),
  }));
}

async function forums(db: Db, courseId: string): Promise<RowOf<'forums'>[]> {
  const rows = await db
    .selectFrom('forum')
    .selectAll()
    .where('course_id', '=', courseId)
    .orderBy('position')
    .orderBy('id')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    title: row.title,
    unitId: row.unit_id,
    categoryId: row.category_id,
    status: row.status,
    frozen: row.frozen === 1,
    pinned: row.pinned,
    removedAt: row.removed_at,
    prompt: json(row.prompt),
    starter: jsonOrNull(row.starter),
    rules: json(row.rules),
  }));
}

/** So many entries of the course record are read at a time. */
const RECORDS = 2000;

async function* record(db: Db, courseId: string): AsyncGenerator<RowOf<'record'>> {
  for (let last = 0; ;) {
    const rows = await db
      .selectFrom('record')
      .selectAll()
      .where('course_id', '=', courseId)
      .where('id', '>', last)
      .orderBy('id')
      .limit(RECORDS)
      .execute();
    for (const row of rows)
      yield {
        at: row.at,
        by: row.actor_id,
        what: row.what,
        subject: row.subject,
        before: jsonOrNull(row.before),
        after: jsonOrNull(row.after),
        why: row.why,
      };
    if (rows.length < RECORDS) return;
    last = rows.at(-1)!.id;
  }
}

const PARTS: { [P in Part]: (db: Db, courseId: string) => Promise<RowOf<P>[]> | AsyncGenerator<RowOf<P>> } = {
  sections: (db, courseId) =>
    db
      .selectFrom('section')
      .select(['id', 'title'])
      .where('course_id', '=', courseId)
      .orderBy('position')
      .orderBy('id')
      .execute(),
  people,
  groupPlans,
  guides: async (db, courseId) =>
    (
      await db
        .selectFrom('guide')
        .select(['id', 'guide'])
        .where('course_id', '=', courseId)
        .where('removed_at', 'is', null)
        .orderBy('id')
        .execute()
    ).map(({ id, guide }) => ({ id, guide: json(guide) })),
  forums,
  posts,
  files: async (db, courseId) =>
    (await db.selectFrom('file').selectAll().where('course_id', '=', courseId).orderBy('id').execute()).map(
      ({ id, name, type, size, sha256, uploaded_by, at }) => ({
        id,
        name,
        type,
        size,
        sha256,
        uploadedBy: uploaded_by,
        at,
      }),
    ),
  items,
  scores,
  readings,
  looks,
  moreTime,
  assignments,
  mustNots,
  announcements,
  visits,
  shares: async (db, courseId) =>
    (
      await db
        .selectFrom('docket_share')
        .innerJoin('forum', 'forum.id', 'docket_share.forum_id')
        .selectAll('docket_share')
        .where('forum.course_id', '=', courseId)
        .orderBy('forum_id')
        .orderBy('student_id')
        .execute()
    ).map(({ forum_id, student_id, evaluator_id }) => ({
      forumId: forum_id,
      studentId: student_id,
      evaluatorId: evaluator_id,
    })),
  notes: async (db, courseId) =>
    (
      await db
        .selectFrom('student_note')
        .selectAll()
        .where('course_id', '=', courseId)
        .orderBy('person_id')
        .execute()
    ).map(({ person_id, text, at, by }) => ({ studentId: person_id, text, at, by })),
  record,
};

/** So many rows are handed over together; between two such pieces other requests get their turn. */
const PIECE = 500;

/**
 * A whole course as JSON, piece by piece, so that a large one is never in memory as a whole; the schema is `courseFile` of the contract. It
 * is read while others go on writing: what comes in meanwhile may be in it or not.
 */
export async function* courseFileText(db: Db, courseId: string, now: number): AsyncGenerator<string> {
  const { settings } = await settingsView(db, courseId);
  const head = { juror: 'course', version: 1, exportedAt: now, course: settings };
  yield JSON.stringify(head).slice(0, -1);
  for (const [name, read] of Object.entries(PARTS)) {
    yield `,${JSON.stringify(name)}:[`;
    let piece: string[] = [];
    let isFirst = true;
    for await (const row of await read(db, courseId)) {
      piece.push(`${isFirst ? '' : ','}${JSON.stringify(row)}`);
      isFirst = false;
      if (piece.length < PIECE) continue;
      yield piece.join('');
      piece = [];
      await nextTurn();
    }
    yield `${piece.join('')}]`;
  }
  yield '}\n';
}

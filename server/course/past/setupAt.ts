import type { CourseSettings } from '../../../contract/courseSettings';
import { forumOf } from '../../../contract/forumSettings';
import type { Forum } from '../../../core/course/forum';
import type { Student } from '../../../core/course/roster';
import { freeWeeksOf } from '../../../core/plan/classDays';
import type { Item } from '../../../core/gradebook/gradebook';
import type { CourseSetup, ForumCard, Member } from '../setup/courseCache';
import { termOf } from '../setup/term';
import type { Db } from '../../db/open';
import type { RecordedItem } from '../items/itemRow';
import type { RecordedForum } from '../forums/forumRow';
import type { RecordedMember } from '../roster/recordMember';
import { toHtml } from '../../text/toHtml';

interface RecordedGroups {
  readonly groups: readonly { id: string; title: string; members: readonly { id: string }[] }[];
}

/**
 * What each thing of a kind was at an instant, from the course record: the state before the first change after it; null
 * where it was made only later. What has not changed since is not in the answer.
 */
async function statesAt<T>(
  db: Db,
  courseId: string,
  kind: string,
  t: number,
): Promise<Map<string, T | null>> {
  const rows = await db
    .selectFrom('record')
    .select(['subject', 'before'])
    .where('course_id', '=', courseId)
    .where('subject', 'like', `${kind}:%`)
    // What was planned for an item is nothing of the item itself; it stood under its name once.
    .where('what', '!=', 'release.planned')
    .where('at', '>', t)
    .orderBy('id')
    .execute();
  const states = new Map<string, T | null>();
  for (const { subject, before } of rows) {
    const id = subject.slice(kind.length + 1);
    if (!states.has(id)) states.set(id, before === null ? null : (JSON.parse(before) as T));
  }
  return states;
}

/** A course's settings at an instant; null where they have not changed since. */
async function settingsAt(db: Db, courseId: string, t: number): Promise<CourseSettings | null> {
  const row = await db
    .selectFrom('record')
    .select('before')
    .where('course_id', '=', courseId)
    .where('what', '=', 'course.saved')
    .where('at', '>', t)
    .orderBy('id')
    .executeTakeFirst();
  return row?.before ? (JSON.parse(row.before) as CourseSettings) : null;
}

/**
 * The course as it stood at an instant in the past: its settings, forums with theirs, who belonged to it, who was in which
 * group, and which category each item stood in.
 */
export async function setupAt(db: Db, setup: CourseSetup, t: number): Promise<CourseSetup> {
  const forumStates = await statesAt<RecordedForum>(db, setup.id, 'forum', t);
  const memberStates = await statesAt<RecordedMember>(db, setup.id, 'member', t);
  const settings = await settingsAt(db, setup.id, t);
  const planStates = await statesAt<RecordedGroups>(db, setup.id, 'groupPlan', t);

  const forums = new Map<string, Forum>(setup.forums);
  const cards = new Map<string, ForumCard>(setup.cards);
  for (const [id, state] of forumStates) {
    if (id.includes(':')) continue;
    if (state === null || state.removed) {
      forums.delete(id);
      cards.delete(id);
      continue;
    }
    const { rules } = state;
    forums.set(id, forumOf({ rules }, { id, status: state.status, frozen: state.frozen }));
    cards.set(id, {
      id,
      title: state.title,
      unitId: state.unitId,
      categoryId: state.categoryId,
      promptHtml: state.promptHtml,
      version: 0,
      itemId: setup.cards.get(id)?.itemId ?? null,
      pinned: state.pinned,
      rules,
      questionHtml: new Map(rules.questions.map((question) => [question.id, toHtml(question.text)])),
    });
  }

  const groups = new Map(setup.groups);
  const groupsOf = new Map([...setup.students].map(([id, student]) => [id, [...student.groupIds]]));
  for (const [planId, state] of planStates) {
    const gone = new Set([...groups.values()].filter((group) => group.planId === planId).map(({ id }) => id));
    for (const id of gone) groups.delete(id);
    for (const [id, list] of groupsOf)
      groupsOf.set(
        id,
        list.filter((group) => !gone.has(group)),
      );
    for (const group of state?.groups ?? []) {
      groups.set(group.id, { id: group.id, planId, title: group.title });
      for (const member of group.members) groupsOf.get(member.id)?.push(group.id);
    }
  }

  const members = new Map<string, Member>(setup.members);
  const students = new Map<string, Student>();
  for (const [id, student] of setup.students)
    students.set(id, { ...student, groupIds: groupsOf.get(id) ?? [] });
  for (const [id, state] of memberStates) {
    students.delete(id);
    if (state === null) {
      members.delete(id);
      continue;
    }
    members.set(id, {
      personId: id,
      role: state.role,
      sections: state.sections ?? 'all',
      removed: state.removed,
    });
    if (state.role === 'student')
      students.set(id, {
        id,
        sectionId: state.sectionId,
        groupIds: groupsOf.get(id) ?? [],
        enrolledFrom: state.enrolledFrom,
        removed: state.removed,
        accommodationMinutes: state.accommodationMinutes,
      });
  }
  const itemStates = await statesAt<RecordedItem>(db, setup.id, 'item', t);
  const items = setup.gradebook.items.flatMap((item): Item[] => {
    const state = itemStates.get(item.id);
    if (state === null || state?.removed) return [];
    const then = state ? { ...item, ...state } : item;
    const categoryId =
      then.forumId === null ? then.categoryId : (cards.get(then.forumId)?.categoryId ?? null);
    return [{ ...then, categoryId }];
  });
  const gradebook = {
    ...setup.gradebook,
    ...(settings && { mode: settings.mode, letters: settings.letters, categories: settings.categories }),
    items,
  };
  const { title, code, zone, freeDays, visits, outcomes, units } = settings ?? setup;
  const term = settings === null ? setup : termOf(settings);
  return {
    ...setup,
    title,
    code,
    zone,
    freeWeeks: freeWeeksOf(freeDays),
    freeDays,
    visits,
    outcomes,
    units,
    termStart: term.termStart,
    termEnd: term.termEnd,
    asOf: t,
    gradebook,
    forums,
    cards,
    groups,
    members,
    students,
  };
}

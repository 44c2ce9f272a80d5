import { changeCourse } from '../course/change/changeCourse';
import type { GroupPlanView } from '../../contract/roster';
import { sql, type Kysely } from 'kysely';
import type { CourseSetup } from '../course/setup/courseCache';
import type { InCourse } from '../course/setup/inCourse';
import type { Database } from '../db/schema';
import type { Deps } from '../feature/deps';
import { conflict, notFound, Problem, wrongField } from '../refusals/problem';
import { warnOfMove } from './warnOfMove';

/** The group plans of a course with who is in each group. */
export async function groupPlans(db: Kysely<Database>, setup: CourseSetup): Promise<GroupPlanView[]> {
  const members = await db
    .selectFrom('group_member')
    .innerJoin('group', 'group.id', 'group_member.group_id')
    .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
    .select(['group_id', 'person_id', 'locked'])
    .where('group_plan.course_id', '=', setup.id)
    .execute();
  const groups = await db
    .selectFrom('group')
    .innerJoin('group_plan', 'group_plan.id', 'group.plan_id')
    .select(['group.id', 'group.plan_id', 'group.title'])
    .where('group_plan.course_id', '=', setup.id)
    .orderBy('group.position')
    .execute();
  const plans = await db
    .selectFrom('group_plan')
    .selectAll()
    .where('course_id', '=', setup.id)
    .orderBy('position')
    .orderBy('title')
    .execute();
  const order = new Map([...setup.names.keys()].map((id, index) => [id, index]));
  return plans.map((plan) => ({
    id: plan.id,
    title: plan.title,
    version: plan.version,
    groups: groups
      .filter(({ plan_id }) => plan_id === plan.id)
      .map(({ id, title }) => ({
        id,
        title,
        members: members
          .filter(({ group_id }) => group_id === id)
          .sort((a, b) => (order.get(a.person_id) ?? 0) - (order.get(b.person_id) ?? 0))
          .map(({ person_id, locked }) => ({ id: person_id, locked: locked === 1 })),
      })),
    usedBy: [...setup.forums.values()]
      .filter((forum) => forum.readers === 'group' && forum.groupPlanId === plan.id)
      .map((forum) => setup.cards.get(forum.id)!.title),
  }));
}

type Groups = GroupPlanView['groups'];

function refuseWrongGroups(setup: CourseSetup, groups: Groups): void {
  const seen = new Map<string, string>();
  groups.forEach(({ title, members }, index) => {
    if (groups.findIndex((other) => other.title.toLowerCase() === title.toLowerCase()) < index)
      throw wrongField(`groups.${index}.title`, `Another group is called ${title}.`);
    for (const { id } of members) {
      if (!setup.students.has(id))
        throw wrongField(`groups.${index}.members`, 'Only students are in groups.');
      if (seen.has(id))
        throw wrongField(
          `groups.${index}.members`,
          `${setup.names.get(id)?.name ?? 'A student'} is in ${seen.get(id)} already.`,
        );
      seen.set(id, title);
    }
  });
}

/** Makes or changes a group plan as a whole; asks first where that moves students in forums under way. */
export async function saveGroupPlan(
  deps: Deps,
  course: InCourse,
  planId: string,
  asked: { version: number; title: string; groups: Groups; confirmed: boolean },
  now: number,
): Promise<GroupPlanView> {
  const { setup } = course;
  refuseWrongGroups(setup, asked.groups);
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const row = await trx.selectFrom('group_plan').selectAll().where('id', '=', planId).executeTakeFirst();
    if (row && row.course_id !== setup.id)
      throw new Problem(409, 'idTaken', 'This id belongs to another group plan.');
    const before = (await groupPlans(trx, setup)).find(({ id }) => id === planId) ?? null;
    if ((row?.version ?? 0) !== asked.version)
      throw conflict('Someone else has changed these groups since you opened them.', before);
    const planGroups = new Set(before?.groups.map(({ id }) => id));
    for (const { id } of asked.groups) {
      if (planGroups.has(id)) continue;
      const taken = await trx.selectFrom('group').select('id').where('id', '=', id).executeTakeFirst();
      if (taken) throw new Problem(409, 'idTaken', 'This id belongs to another group; send a new one.');
    }
    const gone = [...planGroups].filter((id) => !asked.groups.some((next) => next.id === id));
    for (const id of gone) {
      const written = await trx.selectFrom('post').select('id').where('space_id', '=', id).executeTakeFirst();
      const named = [...setup.forums.values()].some(
        (forum) =>
          (forum.audience.kind === 'listed' && forum.audience.groupIds.includes(id)) ||
          forum.ownTerms.some(({ targets }) => targets.kind === 'groups' && targets.ids.includes(id)),
      );
      const title = setup.groups.get(id)?.title ?? 'This group';
      if (written) throw wrongField('groups', `${title} holds posts and stays; it may be empty.`);
      if (named)
        throw wrongField(
          'groups',
          `${title} is named by a forum's audience or own terms; change that first.`,
        );
    }
    if (!asked.confirmed) {
      const groupOf = new Map(
        asked.groups.flatMap(({ id, members }) => members.map((m) => [m.id, id] as const)),
      );
      const moved = new Map(
        [...setup.students.values()].map((student) => {
          const others = student.groupIds.filter((id) => !planGroups.has(id));
          const own = groupOf.get(student.id);
          const groupIds = own === undefined ? others : [...others, own];
          const same =
            groupIds.length === student.groupIds.length &&
            groupIds.every((id) => student.groupIds.includes(id));
          return [
            student.id,
            { sectionId: student.sectionId, groupIds: same ? student.groupIds : groupIds },
          ] as const;
        }),
      );
      const groups = new Map(setup.groups);
      for (const { id, title } of asked.groups) groups.set(id, { id, planId, title });
      await warnOfMove(trx, { ...setup, groups }, moved, now);
    }
    if (row)
      await trx
        .updateTable('group_plan')
        .set({ title: asked.title, version: row.version + 1 })
        .where('id', '=', planId)
        .execute();
    else
      await trx
        .insertInto('group_plan')
        .values({ id: planId, course_id: setup.id, title: asked.title, position: setup.groupPlans.length })
        .execute();
    if (planGroups.size > 0)
      await trx
        .deleteFrom('group_member')
        .where('group_id', 'in', [...planGroups])
        .execute();
    if (gone.length > 0) await trx.deleteFrom('group').where('id', 'in', gone).execute();
    for (const [position, { id, title, members }] of asked.groups.entries()) {
      const columns = { plan_id: planId, title, position };
      await trx
        .insertInto('group')
        .values({ id, ...columns })
        .onConflict((oc) => oc.column('id').doUpdateSet(columns))
        .execute();
      for (const member of members)
        await trx
          .insertInto('group_member')
          .values({ group_id: id, person_id: member.id, locked: member.locked ? 1 : 0 })
          .execute();
    }
    await change.record(
      row ? 'groupPlan.saved' : 'groupPlan.made',
      { of: 'groupPlan', id: planId },
      {
        before: before && { title: before.title, groups: before.groups },
        after: { title: asked.title, groups: asked.groups },
      },
    );
  });
  const fresh = (await deps.courses.get(deps.db, setup.id))!;
  return (await groupPlans(deps.db, fresh)).find(({ id }) => id === planId)!;
}

/** Takes a group plan away that no forum uses. */
export async function dropGroupPlan(
  deps: Deps,
  course: InCourse,
  planId: string,
  now: number,
): Promise<void> {
  const { setup } = course;
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const plan = (await groupPlans(trx, setup)).find(({ id }) => id === planId);
    if (!plan) throw notFound();
    const ids = plan.groups.map(({ id }) => id);
    const inBin = await trx
      .selectFrom('forum')
      .select('title')
      .where('course_id', '=', setup.id)
      .where(sql<string>`rules`, 'like', `%"groupPlanId":"${planId}"%`)
      .executeTakeFirst();
    const named = [...setup.forums.values()].some((forum) =>
      JSON.stringify([forum.audience, forum.ownTerms.map(({ targets }) => targets)])
        .split('"')
        .some((word) => ids.includes(word)),
    );
    if (inBin) throw new Problem(409, 'inUse', `“${inBin.title}” runs in these groups, so they stay.`);
    if (named)
      throw new Problem(409, 'inUse', 'A forum names one of these groups in its audience or own terms.');
    if (ids.length > 0) {
      await trx.deleteFrom('group_member').where('group_id', 'in', ids).execute();
      await trx.deleteFrom('group').where('id', 'in', ids).execute();
    }
    await trx.deleteFrom('group_plan').where('id', '=', planId).execute();
    await change.record(
      'groupPlan.dropped',
      { of: 'groupPlan', id: planId },
      { before: { title: plan.title, groups: plan.groups }, after: null },
    );
  });
}

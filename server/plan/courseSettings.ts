import { fromJson, toJson } from '../db/json';
import { changeCourse, type Change } from '../course/change/changeCourse';
import type { CourseSettings, CourseSettingsView } from '../../contract/courseSettings';
import type { ForumRules } from '../../contract/forumSettings';
import type { Outcome } from '../../core/course/outcome';
import { renamedBy, withRenamed, type Renamed } from '../../core/outcomes/renamed';
import { keepWallClock, mapDates } from '../../core/plan/mapDates';
import { toWallClock } from '../../core/time/wallClock';
import type { Deps } from '../feature/deps';
import type { Db, Trx } from '../db/open';
import { conflict, wrongField } from '../refusals/problem';
import { recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';
import { categoriesOf, unitsOf } from '../course/setup/courseLists';
import { termOf } from '../course/setup/term';
import type { InCourse } from '../course/setup/inCourse';

const dayOf = (at: number, zone: string) => toWallClock(at, zone).slice(0, 10);

/** How many criteria of the course’s forums name each outcome, by its id. */
function outcomesUsed(outcomes: readonly Outcome[], rules: readonly ForumRules[]): Record<string, number> {
  const criteria = rules.flatMap(({ evaluation }) =>
    (evaluation?.parts ?? []).flatMap((part) => (part.kind === 'rubric' ? part.criteria : [])),
  );
  return Object.fromEntries(
    outcomes.map(({ id, code }) => [id, criteria.filter((each) => each.outcomes.includes(code)).length]),
  );
}

/** A course's settings as they are edited. */
export async function settingsView(db: Db | Trx, courseId: string): Promise<CourseSettingsView> {
  const course = await db
    .selectFrom('course')
    .selectAll()
    .where('id', '=', courseId)
    .executeTakeFirstOrThrow();
  const forums = await db.selectFrom('forum').selectAll().where('course_id', '=', courseId).execute();
  const items = await db
    .selectFrom('item')
    .select('category_id')
    .where('course_id', '=', courseId)
    .where('forum_id', 'is', null)
    .where('removed_at', 'is', null)
    .execute();
  const count = (ids: readonly (string | null)[]) => {
    const used: Record<string, number> = {};
    for (const id of ids) if (id !== null) used[id] = (used[id] ?? 0) + 1;
    return used;
  };
  return {
    version: course.version,
    settings: {
      title: course.title,
      code: course.code,
      zone: course.zone,
      firstDay: dayOf(course.term_start, course.zone),
      lastDay: dayOf(course.term_end - 1, course.zone),
      freeDays: [...fromJson(course.free_days)],
      visits: course.visits === 1,
      caseMonths: course.case_months,
      units: await unitsOf(db, courseId),
      categories: await categoriesOf(db, courseId),
      mode: course.gradebook_mode,
      letters: [...fromJson(course.letters)],
      outcomes: [...fromJson(course.outcomes)],
    },
    used: {
      units: count(forums.map(({ unit_id }) => unit_id)),
      categories: count([...forums, ...items].map(({ category_id }) => category_id)),
      outcomes: outcomesUsed(
        fromJson(course.outcomes),
        forums.map(({ rules }) => fromJson(rules)),
      ),
    },
  };
}

/** Every date of the course as it reads on the clocks of another zone. (rules §1) */
async function moveToZone(change: Change, course: InCourse, from: string, to: string): Promise<void> {
  const { trx } = change;
  const courseId = course.setup.id;
  const forums = await trx.selectFrom('forum').selectAll().where('course_id', '=', courseId).execute();
  for (const forum of forums) {
    const rules = mapDates(fromJson(forum.rules), (at) => keepWallClock(at, from, to));
    await trx
      .updateTable('forum')
      .set({ rules: toJson(rules), version: forum.version + 1 })
      .where('id', '=', forum.id)
      .execute();
    await recordForum(change, course, forum.id, 'forum.zone', recordedState(forum));
  }
}

/** Criteria of forums, of the course’s guides and of its recipes name outcomes by their new codes; those that have gone no more. */
async function nameOutcomes(change: Change, course: InCourse, renamed: Renamed): Promise<void> {
  if (renamed.size === 0) return;
  const { trx } = change;
  const courseId = course.setup.id;
  const forums = await trx.selectFrom('forum').selectAll().where('course_id', '=', courseId).execute();
  for (const forum of forums) {
    const rules = fromJson(forum.rules);
    const next = withRenamed(rules, renamed);
    if (next === rules) continue;
    await trx
      .updateTable('forum')
      .set({ rules: toJson(next), version: forum.version + 1 })
      .where('id', '=', forum.id)
      .execute();
    await recordForum(change, course, forum.id, 'forum.outcomes', recordedState(forum));
  }
  const guides = await trx.selectFrom('guide').selectAll().where('course_id', '=', courseId).execute();
  for (const { id, guide, version } of guides) {
    const kept = fromJson(guide);
    const next = withRenamed(kept, renamed);
    if (next !== kept)
      await trx
        .updateTable('guide')
        .set({ guide: toJson(next), version: version + 1 })
        .where('id', '=', id)
        .execute();
  }
  const recipes = await trx.selectFrom('recipe').selectAll().where('course_id', '=', courseId).execute();
  for (const { id, settings } of recipes)
    await trx
      .updateTable('recipe')
      .set({ settings: toJson(withRenamed(fromJson(settings), renamed)) })
      .where('id', '=', id)
      .execute();
}

async function saveList(
  trx: Trx,
  table: 'unit' | 'category',
  courseId: string,
  list: readonly { id: string; title: string }[],
  extra: (index: number) => object,
  used: Record<string, number>,
): Promise<void> {
  const there = await trx
    .selectFrom(table)
    .select(['id', 'title'])
    .where('course_id', '=', courseId)
    .execute();
  const field = table === 'unit' ? 'settings.units' : 'settings.categories';
  const things = table === 'unit' ? ['forum', 'forums'] : ['forum or item', 'forums or items'];
  const stand = (n: number) => (n === 1 ? `${things[0]} stands` : `${things[1]} stand`);
  for (const { id, title } of there.filter((row) => !list.some((next) => next.id === row.id))) {
    if (used[id]) throw wrongField(field, `${used[id]} ${stand(used[id])} in ${title}; move them first.`);
    // What was taken away stands in no category when it is brought back.
    if (table === 'category')
      await trx.updateTable('item').set({ category_id: null }).where('category_id', '=', id).execute();
    await trx.deleteFrom(table).where('id', '=', id).execute();
  }
  for (const [position, { id, title }] of list.entries()) {
    const columns = { title, position, ...extra(position) };
    if (there.some((row) => row.id === id)) {
      await trx.updateTable(table).set(columns).where('id', '=', id).execute();
      continue;
    }
    const taken = await trx.selectFrom(table).select('id').where('id', '=', id).executeTakeFirst();
    if (taken) throw wrongField(`${field}.${position}.id`, 'This id is taken; send a new one.');
    await trx
      .insertInto(table)
      .values({ id, course_id: courseId, ...columns } as never)
      .execute();
  }
}

/** Changes a course's settings; another zone keeps the wall-clock times of every date unless asked otherwise. */
export async function saveSettings(
  deps: Deps,
  course: InCourse,
  asked: { version: number; settings: CourseSettings; keepWallClock: boolean },
  now: number,
): Promise<CourseSettingsView> {
  const { setup } = course;
  const { settings } = asked;
  const saved = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const before = await settingsView(trx, setup.id);
    if (before.version !== asked.version)
      throw conflict('Someone else has changed these settings since you opened them.', before);
    if (settings.zone !== before.settings.zone && asked.keepWallClock)
      await moveToZone(change, course, before.settings.zone, settings.zone);
    await saveList(trx, 'unit', setup.id, settings.units, () => ({}), before.used.units);
    await saveList(
      trx,
      'category',
      setup.id,
      settings.categories,
      (index) => ({
        weight: settings.categories[index]!.weight,
        zero_for_missing: settings.categories[index]!.zeroForMissing ? 1 : 0,
        dropped: settings.categories[index]!.drop ?? 0,
      }),
      before.used.categories,
    );
    await nameOutcomes(change, course, renamedBy(before.settings.outcomes, settings.outcomes));
    const { termStart, termEnd } = termOf(settings);
    await trx
      .updateTable('course')
      .set({
        title: settings.title,
        code: settings.code,
        zone: settings.zone,
        term_start: termStart,
        term_end: termEnd,
        visits: settings.visits ? 1 : 0,
        case_months: settings.caseMonths,
        free_days: toJson([...settings.freeDays].sort((a, b) => (a.day < b.day ? -1 : 1))),
        letters: toJson(settings.letters),
        outcomes: toJson(settings.outcomes),
        gradebook_mode: settings.mode,
        version: before.version + 1,
      })
      .where('id', '=', setup.id)
      .execute();
    // What was kept while it was wanted is not kept any longer than that.
    if (!settings.visits)
      await trx
        .deleteFrom('visit')
        .where('forum_id', 'in', (eb) =>
          eb.selectFrom('forum').select('id').where('course_id', '=', setup.id),
        )
        .execute();
    const after = await settingsView(trx, setup.id);
    await change.record('course.saved', { of: 'course' }, { before: before.settings, after: after.settings });
    return after;
  });
  return saved;
}

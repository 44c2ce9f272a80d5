import { fromJson, toJson } from '../db/json';
import type { Recipe } from '../../contract/recipes';
import { shippedRecipes } from '../../contract/shippedRecipes';
import type { ForumSettings } from '../../contract/forumSettings';
import { toRecipeDates } from '../../core/plan/recipeDates';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { notFound, Problem } from '../refusals/problem';
import { forumRow, settingsOf } from '../course/forums/forumRow';

const NO_DATES: ForumSettings['rules']['schedule'] = {
  visibleFrom: null,
  visibleUntil: null,
  postingFrom: null,
  postingUntil: null,
  initialDue: null,
  repliesDue: null,
  reviewsDue: null,
};

/** The recipes a member of staff may start from: their own, the course's, and those that ship with Juror. */
export async function recipesFor(deps: Deps, course: InCourse): Promise<Recipe[]> {
  const rows = await deps.db
    .selectFrom('recipe')
    .selectAll()
    .where((eb) =>
      eb.or([
        eb('course_id', '=', course.setup.id),
        eb.and([eb('course_id', 'is', null), eb('owner_id', '=', course.person.id)]),
      ]),
    )
    .orderBy('title')
    .execute();
  const kept = rows.map((row): Recipe => {
    const { settings, dates } = fromJson(row.settings);
    return {
      id: row.id,
      title: row.title,
      note: row.note,
      of: row.course_id === null ? 'mine' : 'course',
      settings,
      dates,
    };
  });
  return [...kept, ...shippedRecipes()];
}

/**
 * Saves a forum's settings as a recipe: everything but what belongs to this forum in this term (unit, category, item, own
 * terms, audience, prerequisites, groups), its dates counted from a Monday.
 */
export async function saveRecipe(
  deps: Deps,
  course: InCourse,
  recipeId: string,
  recipe: { forumId: string; title: string; note: string; forCourse: boolean },
  now: number,
): Promise<void> {
  const settings = settingsOf(await forumRow(deps.db, course.setup.id, recipe.forumId), null);
  const known = await deps.db.selectFrom('recipe').selectAll().where('id', '=', recipeId).executeTakeFirst();
  if (known && known.owner_id !== course.person.id)
    throw new Problem(409, 'idTaken', 'This id belongs to another recipe.');
  const columns = {
    course_id: recipe.forCourse ? course.setup.id : null,
    title: recipe.title,
    note: recipe.note,
    settings: toJson({
      settings: {
        ...settings,
        unitId: null,
        categoryId: null,
        itemId: null,
        rules: {
          ...settings.rules,
          schedule: NO_DATES,
          seal:
            settings.rules.seal !== null && typeof settings.rules.seal.lift === 'object'
              ? { ...settings.rules.seal, lift: 'whenPostingCloses' as const }
              : settings.rules.seal,
          review: settings.rules.review && { ...settings.rules.review, pairAt: null },
          ownTerms: [],
          prerequisites: [],
          audience: { kind: 'everyone' as const },
          groupPlanId: null,
          readers: settings.rules.readers === 'group' ? ('class' as const) : settings.rules.readers,
        },
      },
      dates: toRecipeDates(settings.rules.schedule, course.setup.zone, settings.rules.review?.pairAt ?? null),
    }),
    at: now,
  };
  await deps.db
    .insertInto('recipe')
    .values({ id: recipeId, owner_id: course.person.id, ...columns })
    .onConflict((oc) => oc.column('id').doUpdateSet(columns))
    .execute();
}

/** Throws a recipe away: one's own, or the course's. */
export async function dropRecipe(deps: Deps, course: InCourse, recipeId: string): Promise<void> {
  const row = await deps.db.selectFrom('recipe').selectAll().where('id', '=', recipeId).executeTakeFirst();
  const may =
    row &&
    (row.course_id === course.setup.id || (row.course_id === null && row.owner_id === course.person.id));
  if (!may) throw notFound();
  await deps.db.deleteFrom('recipe').where('id', '=', recipeId).execute();
}

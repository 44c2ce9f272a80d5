import { z } from 'zod';
import { courseParams, done, id } from './basics';
import { endpoint } from './endpoint';
import { forumSettings } from './forumSettings';

const recipeDate = z
  .strictObject({
    day: z.int().min(-365).max(365),
    time: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'write a time such as 23:59'),
  })
  .nullable();

const recipeDates = z.strictObject({
  visibleFrom: recipeDate,
  visibleUntil: recipeDate,
  postingFrom: recipeDate,
  postingUntil: recipeDate,
  initialDue: recipeDate,
  repliesDue: recipeDate,
  reviewsDue: recipeDate,
  pairAt: recipeDate.optional(),
});

/** Saved forum settings to start a new forum from; its dates count from the Monday it starts in. */
export const recipe = z.object({
  id,
  title: z.string(),
  note: z.string(),
  /** Shipped with Juror, the course's, or one's own. */
  of: z.enum(['juror', 'course', 'mine']),
  settings: forumSettings,
  dates: recipeDates,
});
export type Recipe = z.infer<typeof recipe>;

export const listRecipes = endpoint({
  method: 'get',
  path: '/api/courses/:course/recipes',
  who: 'staff',
  staleAfter: ['library'],
  summary: 'Recipes to start a forum from (staff)',
  params: courseParams,
  answer: z.object({ recipes: z.array(recipe) }),
});

const recipeParams = z.strictObject({ course: id, recipe: id });

export const saveRecipe = endpoint({
  method: 'put',
  path: '/api/courses/:course/recipes/:recipe',
  who: 'instructor',
  changes: ['library'],
  summary: "Save a forum's settings as a recipe, one's own or the course's (instructor)",
  params: recipeParams,
  body: z.strictObject({
    forumId: id,
    title: z.string().trim().min(1, 'Give it a name.').max(120, 'At most 120 characters.'),
    note: z.string().trim().max(400, 'At most 400 characters.'),
    forCourse: z.boolean(),
  }),
  answer: done,
});

export const dropRecipe = endpoint({
  method: 'delete',
  path: '/api/courses/:course/recipes/:recipe',
  who: 'instructor',
  changes: ['library'],
  summary: "Throw a recipe away, one's own or the course's (instructor)",
  params: recipeParams,
  answer: done,
});

import { FailedPage } from '../../../ui/FailedPage';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { ForumSettings } from '../../../../contract/forumSettings';
import { newForum } from '../../../../contract/newForum';
import { getForumSettings, getPlan } from '../../../../contract/plan';
import { listRecipes } from '../../../../contract/recipes';
import { freeDaysBy, toClassDay } from '../../../../core/plan/classDays';
import { mapSchedule } from '../../../../core/plan/mapDates';
import { fromRecipeDates, inWeekOf } from '../../../../core/plan/recipeDates';
import { classWeeks, unitOfWeek } from '../../../../core/plan/unitOfWeek';
import { mondayOf } from '../../../../core/time/calendarDay';
import { toWallClock } from '../../../../core/time/wallClock';
import { courseNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { termDays } from '../../../data/termDays';
import { newId } from '../../../data/newId';
import { useApi } from '../../../data/useApi';
import { NotFound } from '../../../ui/NotFound';
import { Loading } from '../../../ui/states';
import { useTitle } from '../../../ui/useTitle';
import { ForumEditor } from './ForumEditor';

/** A course's forum that does not exist yet; from nothing, or from the recipe the address names. */
export function NewForum() {
  const course = useCourse();
  const [search] = useSearchParams();
  const recipeId = search.get('recipe');
  const [id] = useState(newId);
  const plan = useApi(getPlan, { course: course.id }, { revalidateOnFocus: false });
  const recipes = useApi(listRecipes, recipeId ? { course: course.id } : null, { revalidateOnFocus: false });
  useTitle('New forum', course.title);
  if (course.role !== 'instructor') return <NotFound />;
  const error = plan.error ?? recipes.error;
  if (error && !plan.data) return <FailedPage error={error} retry={() => void plan.mutate()} />;
  if (!plan.data || (recipeId && !recipes.data)) return <Loading />;
  const recipe = recipes.data?.recipes.find((each) => each.id === recipeId);
  const week = /^\d{4}-\d{2}-\d{2}$/.test(search.get('week') ?? '') ? search.get('week')! : null;
  const thisDay = toWallClock(courseNow(), course.zone).slice(0, 10);
  const base = recipe?.settings ?? newForum();
  const free = freeDaysBy(course.freeDays);
  const move = (at: number) => (search.get('on') === 'classDays' ? toClassDay(at, course.zone, free) : at);
  const pairAt = recipe && week ? inWeekOf(recipe.dates.pairAt, mondayOf(week), course.zone) : null;
  const settings: ForumSettings = {
    ...base,
    title: recipe ? recipe.title : '',
    unitId: unitOfWeek(
      mondayOf(week ?? thisDay),
      course.units.map(({ id }) => id),
      plan.data.forums.map(({ unitId, forum }) => ({ unitId, schedule: forum.schedule })),
      classWeeks(termDays(course), course.freeWeeks),
      course.zone,
    ),
    categoryId: base.rules.evaluation ? (course.categories[0]?.id ?? null) : null,
    rules: {
      ...base.rules,
      // Every forum has questions of its own, also when two start from one recipe.
      questions: base.rules.questions.map((question) => ({
        ...question,
        id: `${id.slice(0, 8)}-${question.id}`,
      })),
      schedule:
        recipe && week
          ? mapSchedule(fromRecipeDates(recipe.dates, mondayOf(week), course.zone), move)
          : base.rules.schedule,
      review:
        base.rules.review && recipe && week
          ? { ...base.rules.review, pairAt: pairAt === null ? null : move(pairAt) }
          : base.rules.review,
    },
  };
  return (
    <ForumEditor
      key={recipeId}
      plan={plan.data}
      saved={{
        id,
        version: 0,
        status: 'draft',
        frozen: false,
        posts: 0,
        settings,
        promptHtml: '',
        starterPosted: false,
      }}
      keep={recipeId ? `new ${recipeId}` : 'new'}
    />
  );
}

/** A forum that is changed. */
export function EditForum() {
  const course = useCourse();
  const { forum } = useParams();
  const plan = useApi(getPlan, { course: course.id }, { revalidateOnFocus: false });
  const saved = useApi(
    getForumSettings,
    { course: course.id, forum: forum! },
    { revalidateOnFocus: false, revalidateIfStale: true },
  );
  useTitle(saved.data?.settings.title, 'Plan', course.title);
  if (course.role !== 'instructor') return <NotFound />;
  const error = plan.error ?? saved.error;
  if (error && !saved.data) return <FailedPage error={error} />;
  if (!plan.data || !saved.data) return <Loading />;
  return <ForumEditor key={saved.data.id} plan={plan.data} saved={saved.data} keep={saved.data.id} />;
}

import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../ui/toast';
import { dropRecipe, listRecipes, saveRecipe, type Recipe } from '../../../contract/recipes';
import type { PlannedForum } from '../../../contract/plan';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Failed, Loading } from '../../ui/states';
import { KeepDialog } from '../../ui/KeepDialog';
import { freeDaysBy, onFreeDays, toClassDay } from '../../../core/plan/classDays';
import { mapSchedule } from '../../../core/plan/mapDates';
import { fromRecipeDates } from '../../../core/plan/recipeDates';
import { mondayOf } from '../../../core/time/calendarDay';
import { isDay } from '../../../core/time/isDay';
import { COINED } from '../../../words/coined';
import { DATE_WORDS, startWords } from '../../../words/schedule';
import { datesIn } from '../../ui/dateWords';
import { forumSentence } from './planData';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { DateInput } from '../../ui/dates/DateInput';

const OF: Record<Recipe['of'], string> = {
  juror: 'ships with Juror',
  course: 'of this course',
  mine: 'yours',
};

/** Saves a forum's settings as a recipe, one's own or the course's. */
export function SaveRecipeDialog({ planned, close }: { planned: PlannedForum; close: () => void }) {
  const course = useCourse();
  return (
    <KeepDialog
      title="Save as a recipe"
      start={{ title: planned.title, note: '', forCourse: false }}
      note="When to use it"
      button="Save the recipe"
      keep={async (as) => {
        await call(saveRecipe, { course: course.id, recipe: newId() }, { forumId: planned.id, ...as });
        toast.success('The recipe is saved. Start from it under New forum.');
      }}
      close={close}
    >
      <p className="quiet text-sm">
        Prompt, rules and evaluation are kept; dates count from the Monday of the week it starts in. Groups,
        own terms, audience and prerequisites belong to this term and stay here.
      </p>
    </KeepDialog>
  );
}

/** What a new forum starts from: nothing, or a recipe in the week of a Monday. */
export function StartDialog({ monday, close }: { monday: string; close: () => void }) {
  const course = useCourse();
  const { data, error } = useApi(listRecipes, { course: course.id });
  const [week, setWeek] = useState(monday);
  const isMonday = isDay(week);
  const [toClassDays, setToClassDays] = useState(true);
  const free = freeDaysBy(course.freeDays);
  const scheduleOf = ({ dates }: Recipe) => fromRecipeDates(dates, mondayOf(week), course.zone);
  /** What of it would fall on a day without classes. */
  const freeIn = (recipe: Recipe) => (isMonday ? onFreeDays(scheduleOf(recipe), course.zone, free) : []);
  const falls = (data?.recipes ?? []).some((recipe) => freeIn(recipe).length > 0);
  /** What is due when, were it started in the week chosen. */
  const datesOf = (recipe: Recipe) => {
    if (!isMonday) return '';
    const move = (at: number) => (toClassDays ? toClassDay(at, course.zone, free) : at);
    const schedule = mapSchedule(scheduleOf(recipe), move);
    return startWords({ schedule, required: recipe.settings.rules.required }, datesIn(course.zone));
  };
  const drop = async (recipe: Recipe) => {
    await orSayWhyNot(() => call(dropRecipe, { course: course.id, recipe: recipe.id }));
  };
  return (
    <Dialog title="Start a forum" onClose={close} wide>
      <div className="flex flex-wrap items-center gap-3">
        <span className="flex flex-wrap items-center gap-2">
          In the week of
          <DateInput
            withTime={false}
            aria-label="Week it starts in"
            value={week}
            onChange={(event) => setWeek(event.target.value)}
          />
        </span>
        <span className="grow" />
        <Link to={`new?week=${week}`} data-begin-here className="btn raised ruled btn-sm h-9">
          Start from nothing
        </Link>
      </div>
      {falls && (
        <label className="mt-3 flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={toClassDays}
            onChange={({ target }) => setToClassDays(target.checked)}
          />
          Dates on days without classes go on to the next class day
        </label>
      )}
      <p className="quiet mt-3 text-sm">Or from a recipe. {COINED.recipe}</p>
      {error && <Failed error={error} />}
      {!data && !error && <Loading />}
      <ul className="ruled mt-4 border-t">
        {data?.recipes.map((recipe) => (
          <li key={recipe.id} className="ruled border-b py-2.5">
            <div className="flex items-baseline gap-3">
              <Link
                to={`new?recipe=${recipe.id}&week=${week}${falls && toClassDays ? '&on=classDays' : ''}`}
                className="font-serif text-base font-semibold hover:underline"
              >
                {recipe.title}
              </Link>
              <span className="quiet grow text-xs">{OF[recipe.of]}</span>
              {recipe.of !== 'juror' && (
                <button
                  type="button"
                  className="quiet text-xs hover:underline"
                  onClick={() => void drop(recipe)}
                >
                  Discard
                </button>
              )}
            </div>
            <p className="text-sm">{recipe.note || forumSentence(recipe.settings.rules)}</p>
            <p className="quiet num text-sm">{datesOf(recipe)}</p>
            {freeIn(recipe).map(({ name, at, freeDay }) => (
              <p key={name} className="num text-sm text-late">
                {DATE_WORDS[name]} {toClassDays ? 'would be' : 'is'} {datesIn(course.zone)(at)}:{' '}
                {freeDay || 'a day without classes'}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

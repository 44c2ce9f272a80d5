import { readPoints } from '../../forms/readPoints';
import { NoTotal } from '../../ui/NoTotal';
import { useEffect, useState } from 'react';
import { Controller, useFieldArray, useForm, useWatch, type Path } from 'react-hook-form';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import {
  getCourseSettings,
  saveCourseSettings,
  type CourseSettingsView,
} from '../../../contract/courseSettings';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { useBegun } from '../../data/useBegun';
import { useKeptEdit } from '../../data/useKeptEdit';
import { countWords, percentWords } from '../../../words/numbers';
import { Failed, Loading } from '../../ui/states';
import { Unsaved } from '../../ui/Unsaved';
import { useTitle } from '../../ui/useTitle';
import { FormRow } from '../plan/FormRow';
import { AddRow, RowDeeds } from '../../ui/RowDeeds';
import { fromSettingsForm, toSettingsForm, weeksOf, type SettingsForm } from './settingsForm';

const ZONES = Intl.supportedValuesOf('timeZone');
const weekName = (monday: string) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    Date.parse(monday),
  );

function Form({
  view,
  begin,
  end,
  saved,
}: {
  view: CourseSettingsView;
  begin: () => void;
  end: () => void;
  saved: () => void;
}) {
  const course = useCourse();
  const { mutate } = useSWRConfig();
  const canEdit = course.role === 'instructor';
  const {
    restored,
    keptAt,
    keep,
    flush,
    drop: forget,
  } = useKeptEdit<{ version: number; form: SettingsForm }>('settings', 'course');
  const form = useForm<SettingsForm>({
    defaultValues: restored?.value.form ?? toSettingsForm(view.settings),
    disabled: !canEdit,
  });
  const { control, register, formState } = form;
  const units = useFieldArray({ control, name: 'units', keyName: 'key' });
  const categories = useFieldArray({ control, name: 'categories', keyName: 'key' });
  const letters = useFieldArray({ control, name: 'letters', keyName: 'key' });
  const [problem, setProblem] = useState<string | null>(null);
  const values = useWatch({ control }) as SettingsForm;
  const sum = values.categories.reduce((total, { weight }) => total + (readPoints(weight) ?? 0), 0);
  const { isDirty } = formState;
  // Changes that were begun on an earlier version stay marked as such until they are saved or thrown away.
  const version = restored?.value.version ?? view.version;
  useEffect(() => {
    if (isDirty) begin();
  }, [isDirty, begin]);
  useEffect(() => {
    if (isDirty) keep({ version, form: values });
  }, [values, isDirty, keep, version]);
  const error = (name: Path<SettingsForm>) => {
    const message = form.getFieldState(name, formState).error?.message;
    return message ? <p className="text-sm text-error">{message}</p> : null;
  };
  const save = async (typed: SettingsForm) => {
    setProblem(null);
    const { settings, problems } = fromSettingsForm(typed);
    for (const { field, message } of problems) form.setError(field, { message });
    if (problems[0]) return form.setFocus(problems[0].field);
    try {
      await call(
        saveCourseSettings,
        { course: course.id },
        { version: view.version, keepWallClock: typed.keepWallClock, settings },
      );
      forget();
      toast.success('Saved.');
      saved();
      await mutate((key) => typeof key === 'string' && key.startsWith(`/api/courses/${course.id}`));
    } catch (failed) {
      if (failed instanceof ApiProblem)
        for (const { field, message } of failed.problem.errors ?? [])
          form.setError(field.replace(/^settings\./, '') as Path<SettingsForm>, { message });
      if (failed instanceof ApiProblem && failed.problem.code === 'conflict') {
        flush();
        saved();
        return;
      }
      setProblem(sentenceOf(failed));
    }
  };
  const input = 'input input-sm raised h-9';
  return (
    <form
      className="mx-auto w-full max-w-3xl px-5 pt-6 pb-24"
      noValidate
      onSubmit={(event) => void form.handleSubmit(save)(event)}
    >
      <h1 className="text-2xl">Course settings</h1>
      {keptAt !== null && (
        <Unsaved
          overtaken={version !== view.version}
          discard={() => {
            forget();
            form.reset(toSettingsForm(view.settings));
            end();
          }}
        />
      )}
      {!canEdit && <p className="quiet mt-1">Instructors change these; you can read them.</p>}
      <FormRow label="Course">
        <div className="flex flex-wrap gap-2">
          <input
            {...register('title')}
            aria-label="Title of the course"
            className={`${input} min-w-64 grow`}
          />
          <input {...register('code')} aria-label="Code" className={`${input} w-32`} />
        </div>
        {error('title')}
        {error('code')}
      </FormRow>
      <FormRow label="Time zone">
        <select {...register('zone')} aria-label="Time zone" className="select select-sm raised h-9 w-auto">
          {ZONES.includes(values.zone) ? null : <option>{values.zone}</option>}
          {ZONES.map((zone) => (
            <option key={zone}>{zone}</option>
          ))}
        </select>
        {error('zone')}
        {values.zone !== view.settings.zone && (
          <div className="rounded-box px-3.5 py-2.5 text-sm" style={{ background: 'var(--late-wash)' }}>
            <p>What happens to the dates of all forums?</p>
            <label className="mt-1 flex items-center gap-2">
              <input
                type="radio"
                className="radio radio-sm"
                name="keep"
                checked={values.keepWallClock}
                onChange={() => form.setValue('keepWallClock', true)}
              />
              They keep their times of day: 23:59 stays 23:59
            </label>
            <label className="mt-1 flex items-center gap-2">
              <input
                type="radio"
                className="radio radio-sm"
                name="keep"
                checked={!values.keepWallClock}
                onChange={() => form.setValue('keepWallClock', false)}
              />
              They keep their moments, and read differently on the clock
            </label>
          </div>
        )}
      </FormRow>
      <FormRow label="Term">
        <div className="flex flex-wrap items-center gap-2">
          <input
            type="date"
            {...register('firstDay')}
            aria-label="First day of the term"
            className={`${input} w-40`}
          />
          to
          <input
            type="date"
            {...register('lastDay')}
            aria-label="Last day of the term"
            className={`${input} w-40`}
          />
        </div>
        {error('firstDay')}
        {error('lastDay')}
        <p className="quiet text-sm">Weeks without classes:</p>
        <Controller
          control={control}
          name="freeWeeks"
          render={({ field }) => (
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              {weeksOf(values.firstDay, values.lastDay).map((monday, index) => (
                <label key={monday} className="num flex items-center gap-1.5 text-sm">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-xs"
                    disabled={!canEdit}
                    checked={field.value.includes(monday)}
                    onChange={(event) =>
                      field.onChange(
                        event.target.checked
                          ? [...field.value, monday]
                          : field.value.filter((each) => each !== monday),
                      )
                    }
                  />
                  {index + 1} <span className="quiet">{weekName(monday)}</span>
                </label>
              ))}
            </div>
          )}
        />
      </FormRow>
      <FormRow label="Units">
        {units.fields.map((unit, index) => (
          <div key={unit.key} className="flex items-center gap-2">
            <span className="num quiet w-5">{index + 1}</span>
            <input
              {...register(`units.${index}.title`)}
              aria-label={`Name of unit ${index + 1}`}
              className={`${input} w-0 grow`}
            />
            <span className="quiet num w-18 text-sm whitespace-nowrap">
              {countWords(view.used.units[unit.id] ?? 0, 'forum')}
            </span>
            {canEdit && (
              <RowDeeds
                name="unit"
                index={index}
                last={units.fields.length - 1}
                move={units.move}
                remove={units.remove}
                used={view.used.units[unit.id]}
              />
            )}
          </div>
        ))}
        {error('units')}
        {canEdit && <AddRow name="unit" add={() => units.append({ id: newId(), title: '' })} />}
      </FormRow>
      <FormRow label="Categories">
        <div className="flex flex-wrap items-center gap-2">
          The gradebook adds up
          <select
            {...register('mode')}
            aria-label="How the gradebook adds up"
            className="select select-sm raised h-9 w-auto"
          >
            <option value="weighted">by the weights of categories</option>
            <option value="byPoints">by points</option>
          </select>
        </div>
        {categories.fields.map((category, index) => (
          <div key={category.key}>
            <div className="flex flex-wrap items-center gap-2">
              <input
                {...register(`categories.${index}.title`)}
                aria-label={`Name of category ${index + 1}`}
                className={`${input} w-28 min-w-28 grow sm:w-0`}
              />
              <input
                {...register(`categories.${index}.weight`)}
                inputMode="decimal"
                aria-label={`Weight of category ${index + 1}`}
                className={`${input} num w-16 text-center`}
              />
              %
              <label className="flex items-center gap-1.5 text-sm">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  {...register(`categories.${index}.zeroForMissing`)}
                />
                zero for missing
              </label>
              <label className="flex items-center gap-1.5 text-sm">
                drop
                <input
                  {...register(`categories.${index}.drop`)}
                  inputMode="numeric"
                  aria-label={`How many category ${index + 1} drops`}
                  className={`${input} num w-12 text-center`}
                />
              </label>
              <span className="quiet num w-14 shrink-0 text-right text-sm whitespace-nowrap">
                {countWords(view.used.categories[category.id] ?? 0, 'item')}
              </span>
              {canEdit && (
                <RowDeeds
                  name="category"
                  index={index}
                  last={categories.fields.length - 1}
                  move={categories.move}
                  remove={categories.remove}
                  used={view.used.categories[category.id]}
                />
              )}
            </div>
            {error(`categories.${index}.weight`)}
            {error(`categories.${index}.drop`)}
            {error(`categories.${index}.title`)}
          </div>
        ))}
        {error('categories')}
        {values.mode === 'weighted' && sum === 0 && (
          <NoTotal why={values.categories.length === 0 ? 'noCategories' : 'noWeights'} />
        )}
        {values.mode === 'weighted' && values.categories.length > 0 && (
          <p className="num text-sm" style={sum === 10_000 ? undefined : { color: 'var(--late)' }}>
            The weights come to {percentWords(sum)}
            {sum !== 10_000 && '; they should come to 100'}.
          </p>
        )}
        {canEdit && (
          <AddRow
            name="category"
            add={() =>
              categories.append({ id: newId(), title: '', weight: '0', zeroForMissing: false, drop: '0' })
            }
          />
        )}
      </FormRow>
      <FormRow label="Letters">
        {letters.fields.map((step, index) => (
          <div key={step.key}>
            <div className="flex items-center gap-2">
              <input
                {...register(`letters.${index}.letter`)}
                aria-label={`Letter ${index + 1}`}
                className={`${input} w-20 text-center font-semibold`}
              />
              from
              <input
                {...register(`letters.${index}.from`)}
                inputMode="decimal"
                aria-label={`Letter ${index + 1} starts at`}
                className={`${input} num w-20 text-center`}
              />
              %
              {canEdit && (
                <RowDeeds
                  name="letter"
                  index={index}
                  last={letters.fields.length - 1}
                  remove={letters.remove}
                />
              )}
            </div>
            {error(`letters.${index}.from`)}
          </div>
        ))}
        {letters.fields.length === 0 && (
          <p className="quiet">No letters: totals are shown in percent only.</p>
        )}
        {error('letters')}
        {canEdit && <AddRow name="letter" add={() => letters.append({ letter: '', from: '0' })} />}
      </FormRow>
      {problem && (
        <p role="alert" className="text-error">
          {problem}
        </p>
      )}
      {canEdit && <button className="btn btn-primary mt-3">Save the settings</button>}
    </form>
  );
}

function Editing({ latest, saved }: { latest: CourseSettingsView; saved: () => void }) {
  const { view, begin, end } = useBegun(latest);
  return (
    <Form
      key={view.version}
      view={view}
      begin={begin}
      end={end}
      saved={() => {
        end();
        saved();
      }}
    />
  );
}

/** What an instructor sets about a course as a whole. */
export function CourseSettings() {
  const course = useCourse();
  useTitle('Course settings', course.title);
  const { data, error, mutate } = useApi(
    getCourseSettings,
    { course: course.id },
    { revalidateOnFocus: false },
  );
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading />;
  return <Editing latest={data} saved={() => void mutate()} />;
}

import { FailedPage } from '../../ui/FailedPage';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useState } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { useLocation } from 'react-router';
import { toast } from '../../ui/toast';
import type { z } from 'zod';
import {
  getCourseSettings,
  saveCourseSettings,
  type CourseSettingsView,
} from '../../../contract/courseSettings';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { useBegun } from '../../data/useBegun';
import { useKeptEdit } from '../../data/useKeptEdit';
import { showProblems } from '../../forms/serverProblems';
import { Loading } from '../../ui/states';
import { Unsaved } from '../../ui/Unsaved';
import { useTitle } from '../../ui/useTitle';
import { CasesRow } from './rows/CasesRow';
import { CategoriesRow } from './rows/CategoriesRow';
import { CourseRow } from './rows/CourseRow';
import { LettersRow } from './rows/LettersRow';
import { FreeDaysRow } from './rows/FreeDaysRow';
import { OutcomesRow } from './rows/OutcomesRow';
import { TermRow } from './rows/TermRow';
import { VisitsRow } from './rows/VisitsRow';
import { UnitsRow } from './rows/UnitsRow';
import { ZoneRow } from './rows/ZoneRow';
import { settingsForm, shownSettings, type SettingsForm } from './settingsForm';
import { Problem } from '../../ui/Problem';

function Form({ view, begin, end }: { view: CourseSettingsView; begin: () => void; end: () => void }) {
  const course = useCourse();
  const canEdit = course.role === 'instructor';
  const {
    restored,
    keptAt,
    keep,
    flush,
    drop: forget,
  } = useKeptEdit<{ version: number; form: SettingsForm }>('settings', 'course');
  const form = useForm<SettingsForm, unknown, z.output<typeof settingsForm>>({
    resolver: zodResolver(settingsForm),
    // What was kept by an earlier Juror may lack what has been added since.
    defaultValues: { ...shownSettings(view.settings), ...restored?.value.form },
    disabled: !canEdit,
  });
  const { control, formState } = form;
  const [problem, setProblem] = useState<string | null>(null);
  const values = useWatch({ control }) as SettingsForm;
  const { isDirty } = formState;
  // Changes that were begun on an earlier version stay marked as such until they are saved or thrown away.
  const version = restored?.value.version ?? view.version;
  useEffect(() => {
    if (isDirty) begin();
  }, [isDirty, begin]);
  useEffect(() => {
    if (isDirty) keep({ version, form: values });
  }, [values, isDirty, keep, version]);
  const { hash } = useLocation();
  useEffect(() => {
    // A link may lead to one of the rows, which were not there yet when the browser looked for it.
    if (hash !== '') document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash]);
  const save = async ({ keepWallClock, ...settings }: z.output<typeof settingsForm>) => {
    setProblem(null);
    try {
      await call(
        saveCourseSettings,
        { course: course.id },
        { version: view.version, keepWallClock, settings },
      );
      forget();
      toast.success('Saved.');
      end();
    } catch (failed) {
      showProblems(form, failed, 'settings');
      if (failed instanceof ApiProblem && failed.problem.code === 'conflict') {
        flush();
        end();
        return;
      }
      setProblem(sentenceOf(failed));
    }
  };
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
            form.reset(shownSettings(view.settings));
            end();
          }}
        />
      )}
      {!canEdit && <p className="quiet mt-1">Instructors change these; you can read them.</p>}
      <FormProvider {...form}>
        <CourseRow />
        <ZoneRow view={view} />
        <TermRow />
        <FreeDaysRow />
        <UnitsRow used={view.used.units} />
        <CategoriesRow used={view.used.categories} />
        <LettersRow />
        <OutcomesRow used={view.used.outcomes} />
        <VisitsRow />
        <CasesRow />
      </FormProvider>
      <Problem>{problem}</Problem>
      {canEdit && <button className="btn btn-primary mt-3">Save the settings</button>}
    </form>
  );
}

function Editing({ latest }: { latest: CourseSettingsView }) {
  const { view, begin, end } = useBegun(latest);
  return <Form key={view.version} view={view} begin={begin} end={end} />;
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
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading />;
  return <Editing latest={data} />;
}

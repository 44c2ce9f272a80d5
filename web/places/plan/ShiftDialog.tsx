import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { Controller, FormProvider, useForm, useFormContext, useWatch } from 'react-hook-form';
import type { PlanView } from '../../../contract/plan';
import { freeDaysBy } from '../../../core/plan/classDays';
import { shiftPlan, type Shift, type ShiftedForum } from '../../../core/plan/shiftPlan';
import { toWallClock } from '../../../core/time/wallClock';
import { plural } from '../../../words/numbers';
import { DATE_WORDS } from '../../../words/schedule';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { firstMessage } from '../../forms/firstMessage';
import { PickMany } from '../../forms/PickMany';
import { Choice } from '../../ui/Choice';
import { dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import { targetWords } from './planData';
import { shiftForm, type TypedShift } from './shiftForm';
import type { Move } from './usePlanMoves';
import { DateInput } from '../../ui/dates/DateInput';

/** Shifts dates by days or weeks: from a date on or of chosen forums, for everyone or one section; with every date before and after. */
export function ShiftDialog({
  plan,
  chosen,
  move,
  close,
}: {
  plan: PlanView;
  /** A forum to begin with, where one is selected. */
  chosen: string | null;
  move: (moves: readonly Move[], what: 'shifted', label: string) => Promise<boolean>;
  close: () => void;
}) {
  const course = useCourse();
  const now = useNow();
  const { zone } = course;
  const freeDays = useMemo(() => freeDaysBy(course.freeDays), [course.freeDays]);
  const schema = useMemo(
    () =>
      shiftForm(
        zone,
        plan.forums.map(({ id }) => id),
      ),
    [plan, zone],
  );
  const form = useForm<TypedShift, unknown, Shift>({
    defaultValues: {
      which: chosen ? 'forums' : 'from',
      from: toWallClock(now, zone).slice(0, 10),
      forumIds: chosen ? [chosen] : [],
      section: '',
      count: '7',
      unit: '1',
      ownTermsToo: true,
      toClassDays: false,
    },
    resolver: zodResolver(schema),
    mode: 'onChange',
  });
  const typed = useWatch({ control: form.control }) as TypedShift;
  const shifted = useMemo(() => {
    const { data: shift } = schema.safeParse(typed);
    const forums = plan.forums.map(({ forum }) => forum);
    return shift ? shiftPlan(forums, shift, zone, freeDays, newId) : [];
  }, [schema, typed, plan, zone, freeDays]);
  const onFreeDays = shifted.flatMap((forum) => forum.dates).filter(({ freeDay }) => freeDay !== null).length;
  const dates = shifted.reduce((sum, forum) => sum + forum.dates.length, 0);
  const { isSubmitting, errors } = form.formState;
  const problem = firstMessage(errors);
  const apply = form.handleSubmit(async ({ days, sectionId }) => {
    const section = course.sections.find(({ id }) => id === sectionId);
    const who = section ? ` for ${section.title}` : '';
    const label = `${plural(dates, 'date')} by ${plural(days, 'day')}${who}`;
    const moves = shifted.map(({ forumId, rules }) => ({ forumId, rules }));
    if (await move(moves, 'shifted', label)) close();
  });
  return (
    <Dialog title="Shift dates" onClose={close} wide>
      <FormProvider {...form}>
        <form onSubmit={(event) => void apply(event)}>
          <div className="space-y-3">
            <ShiftSentence which={typed.which} />
            {problem && <p className="text-sm text-error">{problem}</p>}
            {typed.which === 'forums' && (
              <PickMany
                items={plan.forums}
                chosen={typed.forumIds}
                change={(ids) => form.setValue('forumIds', ids)}
              />
            )}
            {typed.section === '' ? (
              <label className="flex items-center gap-2">
                <input type="checkbox" className="checkbox checkbox-sm" {...form.register('ownTermsToo')} />
                Own terms move along
              </label>
            ) : (
              <p className="quiet text-sm">
                The section gets own terms in these forums; for everyone else nothing moves.
              </p>
            )}
            {onFreeDays > 0 && (
              <label className="flex items-center gap-2">
                <input type="checkbox" className="checkbox checkbox-sm" {...form.register('toClassDays')} />
                {onFreeDays === 1
                  ? 'The date that falls on a day without classes goes on to the next class day'
                  : `The ${onFreeDays} dates that fall on a day without classes go on to the next class day`}
              </label>
            )}
          </div>
          <ShiftedDates plan={plan} shifted={shifted} dates={dates} goOn={typed.toClassDays} />
          <button className="btn btn-primary mt-5" disabled={dates === 0 || isSubmitting}>
            Shift {plural(dates, 'date')}
          </button>
        </form>
      </FormProvider>
    </Dialog>
  );
}

/** What is shifted, for whom, and by how much, as one sentence. */
function ShiftSentence({ which }: { which: TypedShift['which'] }) {
  const { sections } = useCourse();
  const { control, register } = useFormContext<TypedShift>();
  const choice = <N extends 'which' | 'section' | 'unit'>(
    name: N,
    label: string,
    options: readonly (readonly [TypedShift[N], string])[],
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Choice
          label={label}
          value={field.value as TypedShift[N]}
          choose={field.onChange}
          options={options}
        />
      )}
    />
  );
  return (
    <div className="flex flex-wrap items-center gap-2">
      Shift
      {choice('which', 'What is shifted', [
        ['from', 'everything from a day on'],
        ['forums', 'chosen forums'],
      ])}
      {which === 'from' && <DateInput withTime={false} aria-label="From this day on" {...register('from')} />}
      for
      {choice('section', 'For whom', [
        ['', 'everyone'],
        ...sections.map(({ id, title }) => [id, `the ${title} section`] as const),
      ])}
      by
      <input
        className="input input-sm raised num h-9 w-16 text-center"
        aria-label="How many"
        inputMode="numeric"
        {...register('count')}
      />
      {choice('unit', 'Days or weeks', [
        ['1', 'days'],
        ['7', 'weeks'],
      ])}
    </div>
  );
}

/** Every date that would move, before and after. */
function ShiftedDates({
  plan,
  shifted,
  dates,
  goOn,
}: {
  plan: PlanView;
  shifted: readonly ShiftedForum[];
  dates: number;
  /** Whether dates on days without classes go on to the next class day. */
  goOn: boolean;
}) {
  const course = useCourse();
  const forums = new Map(plan.forums.map((planned) => [planned.id, planned]));
  return (
    <section aria-label="Dates that would move" className="mt-4 text-sm">
      <p className="font-semibold" aria-live="polite">
        {dates === 0
          ? 'Nothing would move.'
          : `${plural(dates, 'date')} in ${plural(shifted.length, 'forum')} would move; times of day stay.`}
      </p>
      <ul className="mt-1 sm:grid sm:grid-cols-[10rem_1fr_auto_auto] sm:gap-x-3">
        {shifted.map((shiftedForum) => {
          const planned = forums.get(shiftedForum.forumId)!;
          return (
            <li
              key={planned.id}
              className="ruled col-span-full border-b py-1.5 last:border-0 sm:grid sm:grid-cols-subgrid"
            >
              <p className="font-medium">{planned.title}</p>
              <ul className="col-span-3 sm:grid sm:grid-cols-subgrid">
                {shiftedForum.dates.map((date) => {
                  const own = planned.forum.ownTerms.find(({ id }) => id === date.ownTerms);
                  return (
                    <li
                      key={`${date.ownTerms ?? ''} ${date.name}`}
                      className="col-span-full flex flex-wrap gap-x-3 pb-0.5 sm:grid sm:grid-cols-subgrid"
                    >
                      <span className="quiet max-sm:w-full">
                        {DATE_WORDS[date.name]}
                        {own && `, ${targetWords(own.targets, plan, course)}`}
                        {date.freeDay !== null && (
                          <span className="text-late">
                            {' '}
                            {goOn ? 'not' : 'falls'} on {date.freeDay || 'a day without classes'}
                          </span>
                        )}
                      </span>
                      <s className="num quiet whitespace-nowrap">{dateWords(date.before, course.zone)}</s>
                      <b className="num font-semibold whitespace-nowrap">
                        {dateWords(date.after, course.zone)}
                      </b>
                    </li>
                  );
                })}
              </ul>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

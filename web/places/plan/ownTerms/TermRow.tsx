import { useFormContext, useWatch } from 'react-hook-form';
import type { DateName } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';
import { DATE_WORDS } from '../../../../words/schedule';
import { termDate } from '../../../../core/terms/resolveTerms';
import { durationCodec } from '../../../forms/duration';
import { YEAR, type TypedOwnTerms } from './ownTermsForm';
import { DateInput } from '../../../ui/dates/DateInput';

const PLUS = durationCodec({ least: -YEAR, most: YEAR }, '');

/** What own terms say of one date; where they move it, what it comes to. */
export function TermRow({ name, base }: { name: DateName; base: number | null }) {
  const { zone } = useCourse();
  const { register, control } = useFormContext<TypedOwnTerms>();
  const say = useWatch({ control, name: `dates.${name}.say` });
  const plus = useWatch({ control, name: `dates.${name}.plus` });
  const words = DATE_WORDS[name];
  const minutes = PLUS.safeDecode(plus).data;
  const result = minutes === undefined ? undefined : termDate({ plusMinutes: minutes }, base);
  return (
    <div className="ruled grid items-center gap-2 border-b py-1.5 sm:grid-cols-[9rem_9rem_1fr]">
      <span className={say === 'inherit' ? 'quiet' : 'font-semibold'}>{words}</span>
      <select
        className="select select-sm raised h-8 w-full"
        aria-label={`${words}: what differs`}
        {...register(`dates.${name}.say`)}
      >
        <option value="inherit">as for everyone</option>
        <option value="at">on a date</option>
        {base !== null && <option value="plus">later or earlier</option>}
        <option value="none">no limit</option>
      </select>
      {say === 'at' ? (
        <DateInput aria-label={`${words}: date`} {...register(`dates.${name}.at`)} />
      ) : say === 'plus' ? (
        <span className="flex items-center gap-2">
          <input
            className="input input-sm raised num h-8 w-16 text-center"
            aria-label={`${words}: by how much`}
            inputMode="decimal"
            {...register(`dates.${name}.plus.amount`)}
          />
          <select
            className="select select-sm raised h-8 w-auto"
            aria-label={`${words}: unit`}
            {...register(`dates.${name}.plus.unit`)}
          >
            <option value="days">days later</option>
            <option value="hours">hours later</option>
            <option value="minutes">minutes later</option>
          </select>
          {result !== undefined && result !== null && (
            <span className="num text-sm">= {dateWords(result, zone)}</span>
          )}
        </span>
      ) : (
        <span className="quiet num text-sm">
          {say === 'none' ? 'never ends' : base === null ? 'no limit' : dateWords(base, zone)}
        </span>
      )}
    </div>
  );
}

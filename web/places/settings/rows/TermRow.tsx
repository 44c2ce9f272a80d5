import { Controller } from 'react-hook-form';
import { weeksOf } from '../settingsForm';
import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';
import { DateInput } from '../../../ui/dates/DateInput';

const weekName = (monday: string) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    Date.parse(monday),
  );

/** First and last day of the term, and the weeks without classes. */
export function TermRow() {
  const { register, error, control, values, canEdit } = useSettings();
  return (
    <FormRow label="Term">
      <div className="flex flex-wrap items-center gap-2">
        <DateInput withTime={false} {...register('firstDay')} aria-label="First day of the term" />
        to
        <DateInput withTime={false} {...register('lastDay')} aria-label="Last day of the term" />
      </div>
      {error('firstDay')}
      {error('lastDay')}
      <p className="quiet text-sm">Weeks without classes:</p>
      <Controller
        control={control}
        name="freeWeeks"
        render={({ field }) => (
          <div className="flex flex-wrap gap-x-4 gap-y-2">
            {weeksOf(values.firstDay, values.lastDay).map((monday, index) => (
              <label key={monday} className="num flex items-center gap-1.5 text-sm">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
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
  );
}

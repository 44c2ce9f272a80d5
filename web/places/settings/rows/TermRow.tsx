import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';
import { DateInput } from '../../../ui/dates/DateInput';

/** First and last day of the term. */
export function TermRow() {
  const { register, error } = useSettings();
  return (
    <FormRow label="Term">
      <div className="flex flex-wrap items-center gap-2">
        <DateInput withTime={false} {...register('firstDay')} aria-label="First day of the term" />
        to
        <DateInput withTime={false} {...register('lastDay')} aria-label="Last day of the term" />
      </div>
      {error('firstDay')}
      {error('lastDay')}
    </FormRow>
  );
}

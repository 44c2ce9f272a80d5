import { plural } from '../../../../words/numbers';
import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';

const MONTHS = [6, 12, 24, 60];

/** How long a case is kept once it is decided. */
export function CasesRow() {
  const { register, values, canEdit } = useSettings();
  const caseMonths = values.caseMonths ?? null;
  const choices = caseMonths === null || MONTHS.includes(caseMonths) ? MONTHS : [caseMonths, ...MONTHS];
  return (
    <FormRow label="Cases" id="cases">
      <label className="flex flex-wrap items-center gap-2">
        <span>Decided cases are kept</span>
        <select
          className="select raised w-auto"
          disabled={!canEdit}
          {...register('caseMonths', {
            setValueAs: (text) => (text === '' || text === null ? null : Number(text)),
          })}
        >
          <option value="">until someone named in them removes them</option>
          {choices.map((months) => (
            <option key={months} value={months}>
              for {plural(months, 'month')}
            </option>
          ))}
        </select>
      </label>
      <p className="quiet text-sm">
        Then they go with everything in them, also for the students who were written to.
      </p>
    </FormRow>
  );
}

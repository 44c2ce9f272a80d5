import { useFieldArray } from 'react-hook-form';
import { AddRow, RowActions } from '../../../ui/RowActions';
import { FormRow } from '../../../forms/FormRow';
import { FIELD, useSettings } from '../useSettings';

/** The letters, and where each starts. */
export function LettersRow() {
  const { register, error, control, canEdit } = useSettings();
  const letters = useFieldArray({ control, name: 'letters', keyName: 'key' });
  return (
    <FormRow label="Letters">
      {letters.fields.map((step, index) => (
        <div key={step.key}>
          <div className="flex items-center gap-2">
            <input
              {...register(`letters.${index}.letter`)}
              aria-label={`Letter ${index + 1}`}
              className={`${FIELD} w-20 text-center font-semibold`}
            />
            from
            <input
              {...register(`letters.${index}.from`)}
              inputMode="decimal"
              aria-label={`Letter ${index + 1} starts at`}
              className={`${FIELD} num w-20 text-center`}
            />
            %
            {canEdit && (
              <RowActions
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
      {letters.fields.length === 0 && <p className="quiet">No letters: totals are shown in percent only.</p>}
      {error('letters')}
      {canEdit && <AddRow name="letter" add={() => letters.append({ letter: '', from: '0' })} />}
    </FormRow>
  );
}

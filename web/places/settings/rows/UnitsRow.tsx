import { useFieldArray } from 'react-hook-form';
import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { plural } from '../../../../words/numbers';
import { newId } from '../../../data/newId';
import { AddRow, RowActions } from '../../../ui/RowActions';
import { FormRow } from '../../../forms/FormRow';
import { FIELD, useSettings } from '../useSettings';

/** The units in their order. */
export function UnitsRow({ used }: { used: CourseSettingsView['used']['units'] }) {
  const { register, error, control, canEdit } = useSettings();
  const units = useFieldArray({ control, name: 'units', keyName: 'key' });
  return (
    <FormRow label="Units">
      {units.fields.map((unit, index) => (
        <div key={unit.key} className="flex items-center gap-2">
          <span className="num quiet w-5">{index + 1}</span>
          <input
            {...register(`units.${index}.title`)}
            aria-label={`Name of unit ${index + 1}`}
            className={`${FIELD} w-0 grow`}
          />
          <span className="quiet num w-18 text-sm whitespace-nowrap">
            {plural(used[unit.id] ?? 0, 'forum')}
          </span>
          {canEdit && (
            <RowActions
              name="unit"
              index={index}
              last={units.fields.length - 1}
              move={units.move}
              remove={units.remove}
              used={used[unit.id]}
            />
          )}
        </div>
      ))}
      {error('units')}
      {canEdit && <AddRow name="unit" add={() => units.append({ id: newId(), title: '' })} />}
    </FormRow>
  );
}

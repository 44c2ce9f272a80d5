import { useFieldArray } from 'react-hook-form';
import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { freeWeeksOf } from '../../../../core/plan/classDays';
import { unitsByWeek } from '../../../../core/plan/unitsByWeek';
import { isDay } from '../../../../core/time/isDay';
import { plural } from '../../../../words/numbers';
import { newId } from '../../../data/newId';
import { AddRow, RowActions } from '../../../ui/RowActions';
import { FormRow } from '../../../forms/FormRow';
import { FIELD, useSettings } from '../useSettings';

/** As many units as a course has at most. */
const MOST = 60;

/** The units in their order. */
export function UnitsRow({ used }: { used: CourseSettingsView['used']['units'] }) {
  const { register, error, control, canEdit, values } = useSettings();
  const { firstDay, lastDay, freeDays } = values;
  const weeks =
    isDay(firstDay) && isDay(lastDay)
      ? unitsByWeek(firstDay, lastDay, freeWeeksOf(freeDays)).slice(0, MOST)
      : [];
  const units = useFieldArray({ control, name: 'units', keyName: 'key' });
  return (
    <FormRow label="Units" id="units">
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
      {canEdit && (
        <div className="flex flex-wrap gap-2">
          <AddRow name="unit" add={() => units.append({ id: newId(), title: '' })} />
          {units.fields.length === 0 && weeks.length > 0 && (
            <button
              type="button"
              className="btn btn-sm raised ruled h-9"
              onClick={() => units.append(weeks.map((title) => ({ id: newId(), title })))}
            >
              One for each week of the term ({weeks.length})
            </button>
          )}
        </div>
      )}
    </FormRow>
  );
}

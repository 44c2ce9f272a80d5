import { useFieldArray } from 'react-hook-form';
import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { plural, percentWords } from '../../../../words/numbers';
import { newId } from '../../../data/newId';
import { readPoints } from '../../../forms/readPoints';
import { NoTotal } from '../../../ui/NoTotal';
import { AddRow, RowActions } from '../../../ui/RowActions';
import { FormRow } from '../../../forms/FormRow';
import { FIELD, useSettings } from '../useSettings';

/** How the gradebook adds up, and the categories with their weights. */
export function CategoriesRow({ used }: { used: CourseSettingsView['used']['categories'] }) {
  const { register, error, control, values, canEdit } = useSettings();
  const categories = useFieldArray({ control, name: 'categories', keyName: 'key' });
  const sum = values.categories.reduce((total, { weight }) => total + (readPoints(weight) ?? 0), 0);
  return (
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
              className={`${FIELD} w-28 min-w-28 grow sm:w-0`}
            />
            <input
              {...register(`categories.${index}.weight`)}
              inputMode="decimal"
              aria-label={`Weight of category ${index + 1}`}
              className={`${FIELD} num w-16 text-center`}
            />
            %
            <label className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
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
                className={`${FIELD} num w-12 text-center`}
              />
            </label>
            <span className="quiet num w-14 shrink-0 text-right text-sm whitespace-nowrap">
              {plural(used[category.id] ?? 0, 'item')}
            </span>
            {canEdit && (
              <RowActions
                name="category"
                index={index}
                last={categories.fields.length - 1}
                move={categories.move}
                remove={categories.remove}
                used={used[category.id]}
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
        <p className={`num text-sm ${sum === 10_000 ? '' : 'text-late'}`}>
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
  );
}

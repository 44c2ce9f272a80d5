import { lazy, Suspense, useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import { Link } from 'react-router';
import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { addresses } from '../../../../words/addresses';
import { plural } from '../../../../words/numbers';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { FormRow } from '../../../forms/FormRow';
import { AddRow, RowActions } from '../../../ui/RowActions';
import { FIELD, useSettings } from '../useSettings';

const OutcomesDialog = lazy(async () => ({ default: (await import('../OutcomesDialog')).OutcomesDialog }));

/** The learning outcomes of the course: typed, pasted, or from a file. */
export function OutcomesRow({ used }: { used: CourseSettingsView['used']['outcomes'] }) {
  const { register, error, control, canEdit } = useSettings();
  const course = useCourse();
  const outcomes = useFieldArray({ control, name: 'outcomes', keyName: 'key' });
  const [isReading, setReading] = useState(false);
  const lost = course.outcomes.filter(
    ({ id }) => (used[id] ?? 0) > 0 && !outcomes.fields.some((each) => each.id === id),
  );
  return (
    <FormRow label="Outcomes" id="outcomes">
      {outcomes.fields.map((outcome, index) => (
        <div key={outcome.key}>
          <div className="flex flex-wrap items-start gap-2 sm:flex-nowrap">
            <input
              {...register(`outcomes.${index}.code`)}
              aria-label={`Code of outcome ${index + 1}`}
              placeholder="Code"
              className={`${FIELD} w-20 font-semibold`}
            />
            <textarea
              {...register(`outcomes.${index}.text`)}
              aria-label={`What outcome ${index + 1} says`}
              placeholder="What students will be able to do"
              rows={1}
              className="textarea textarea-sm raised field-sizing-content min-h-9 min-w-40 flex-1 leading-snug"
              onKeyDown={(event) => {
                // It is a line that may be long, not a text of several.
                if (event.key === 'Enter') event.preventDefault();
              }}
            />
            <span className="quiet num w-20 pt-2 text-sm whitespace-nowrap">
              {plural(used[outcome.id] ?? 0, 'criterion', 'criteria')}
            </span>
            {canEdit && (
              <span className="pt-1.5">
                <RowActions
                  name="outcome"
                  index={index}
                  last={outcomes.fields.length - 1}
                  move={outcomes.move}
                  remove={outcomes.remove}
                />
              </span>
            )}
          </div>
          {error(`outcomes.${index}.code`)}
          {error(`outcomes.${index}.text`)}
        </div>
      ))}
      {error('outcomes')}
      <p className="quiet text-sm">
        Criteria of a rubric can say which of these they serve. How far each is reached is then added up from
        released scores, for each student and for the class; it is part of no score.{' '}
        {course.outcomes.length > 0 && (
          <Link to={addresses.attainment(course.id)} className="link-plain">
            See how far they are reached
          </Link>
        )}
      </p>
      {lost.length > 0 && (
        <p role="status" className="text-sm">
          Once saved,{' '}
          {lost.map(({ code, id }) => `${code} (${plural(used[id]!, 'criterion', 'criteria')})`).join(', ')}{' '}
          will be taken off the criteria too.
        </p>
      )}
      {canEdit && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <AddRow name="outcome" add={() => outcomes.append({ id: newId(), code: '', text: '' })} />
          <button type="button" className="link-plain text-sm" onClick={() => setReading(true)}>
            Paste a list, or read a file …
          </button>
        </div>
      )}
      {isReading && (
        <Suspense>
          <OutcomesDialog
            there={outcomes.fields}
            take={(list) => outcomes.replace(list)}
            close={() => setReading(false)}
          />
        </Suspense>
      )}
    </FormRow>
  );
}

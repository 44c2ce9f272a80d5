import { FormRow } from '../../../forms/FormRow';
import { FIELD, useSettings } from '../useSettings';

/** Title and code of the course. */
export function CourseRow() {
  const { register, error } = useSettings();
  return (
    <FormRow label="Course">
      <div className="flex flex-wrap gap-2">
        <input {...register('title')} aria-label="Title of the course" className={`${FIELD} min-w-64 grow`} />
        <input {...register('code')} aria-label="Code" className={`${FIELD} w-32`} />
      </div>
      {error('title')}
      {error('code')}
    </FormRow>
  );
}

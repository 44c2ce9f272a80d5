import { useCourse } from '../../../data/course';
import { FormRow } from '../../../forms/FormRow';
import type { FieldKit } from './fieldKit';

/** What the forum is called, and the unit it stands in. */
export function TitleRow({ kit, isNew }: { kit: FieldKit; isNew: boolean }) {
  const course = useCourse();
  const { form, says, problem } = kit;
  return (
    <FormRow label="Title and unit">
      <input
        {...form.register('title')}
        aria-label="Title"
        aria-invalid={Boolean(problem('title'))}
        placeholder="Who owns the floodplain?"
        className={`input raised h-10 w-full font-serif text-lg ${problem('title') ? 'input-error' : ''}`}
        autoFocus={isNew}
      />
      {says('title')}
      <select
        {...form.register('unitId')}
        aria-label="Unit"
        className="select select-sm raised h-9 w-auto max-w-full"
      >
        <option value="">On top of the course</option>
        {course.units.map((unit, index) => (
          <option key={unit.id} value={unit.id}>
            {index + 1} · {unit.title}
          </option>
        ))}
      </select>
    </FormRow>
  );
}

import type { ReactNode } from 'react';
import { useFormContext, type Path } from 'react-hook-form';
import type { RosterView } from '../../../contract/roster';
import type { PersonForm } from './personForm';
import { DateField } from '../../ui/dates/DateField';

type Name = 'givenName' | 'familyName' | 'preferredName' | 'sortableName' | 'email' | 'studentNumber';

/** What the parts of the form share. */
function usePersonForm(canEdit: boolean) {
  const { register, getFieldState, formState } = useFormContext<PersonForm>();
  const problem = (name: Path<PersonForm>) => getFieldState(name, formState).error?.message;
  const says = (name: Path<PersonForm>): ReactNode => {
    const message = problem(name);
    return message ? <p className="text-sm text-error">{message}</p> : null;
  };
  const field = (name: Name, label: string, disabled = false) => (
    <label className="block">
      <span className="quiet mb-0.5 block text-sm">{label}</span>
      <input
        {...register(name)}
        disabled={!canEdit || disabled}
        aria-invalid={Boolean(problem(name))}
        className={`input input-sm raised h-9 w-full ${problem(name) ? 'input-error' : ''}`}
      />
      {problem(name) && <span className="block text-sm text-error">{problem(name)}</span>}
    </label>
  );
  return { register, says, field };
}

/** More time for a student, and why. */
function Accommodation({ canEdit }: { canEdit: boolean }) {
  const { register, says } = usePersonForm(canEdit);
  return (
    <fieldset className="ruled border-t pt-3">
      <legend className="sr-only">Accommodation</legend>
      <p className="font-semibold">Accommodation</p>
      <p className="quiet text-sm">
        More time for every due date and every end of posting, in all forums, current and future.
      </p>
      <div className="mt-2 flex gap-2">
        <input
          {...register('accommodationMinutes.amount')}
          inputMode="decimal"
          aria-label="Accommodation: how much"
          disabled={!canEdit}
          className="input input-sm raised num h-9 w-20 text-center"
        />
        <select
          {...register('accommodationMinutes.unit')}
          aria-label="Accommodation: unit"
          disabled={!canEdit}
          className="select select-sm raised h-9 w-auto"
        >
          <option value="days">days</option>
          <option value="hours">hours</option>
          <option value="minutes">minutes</option>
        </select>
      </div>
      {says('accommodationMinutes')}
      {says('accommodationMinutes.amount')}
      <label className="mt-2 block">
        <span className="quiet mb-0.5 block text-sm">Reason, for staff only</span>
        <textarea
          {...register('accommodationReason')}
          disabled={!canEdit}
          rows={2}
          className="textarea textarea-sm raised w-full"
        />
      </label>
    </fieldset>
  );
}

/** What is set of a student alone. */
function StudentFields({ roster, canEdit }: { roster: RosterView; canEdit: boolean }) {
  const { register, says, field } = usePersonForm(canEdit);
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        {field('studentNumber', 'Student number')}
        <label className="block">
          <span className="quiet mb-0.5 block text-sm">Section</span>
          <select
            {...register('sectionId')}
            disabled={!canEdit}
            className="select select-sm raised h-9 w-full"
            aria-label="Section"
          >
            <option value="">none</option>
            {roster.sections.map(({ id: section, title }) => (
              <option key={section} value={section}>
                {title}
              </option>
            ))}
          </select>
        </label>
      </div>
      {says('sectionId')}
      <DateField
        {...register('enrolledFrom')}
        label={
          <>
            Enrolled from <span className="text-xs">(nothing due before then is required of them)</span>
          </>
        }
        disabled={!canEdit}
      />
      {says('enrolledFrom')}
      <Accommodation canEdit={canEdit} />
    </>
  );
}

/** The sections that an assistant works with. */
function AssistantFields({ roster, canEdit }: { roster: RosterView; canEdit: boolean }) {
  const { register, says } = usePersonForm(canEdit);
  return (
    <fieldset>
      <legend className="quiet text-sm">Works with (none chosen: every section)</legend>
      <div className="mt-1 flex flex-wrap gap-4">
        {roster.sections.map(({ id: section, title }) => (
          <label key={section} className="flex items-center gap-2">
            <input
              type="checkbox"
              value={section}
              disabled={!canEdit}
              className="checkbox checkbox-sm"
              {...register('sections')}
            />
            {title}
          </label>
        ))}
      </div>
      {says('sections')}
    </fieldset>
  );
}

/** Who someone is, where they belong, and what they are given more time for. */
export function PersonFields({
  role,
  roster,
  canEdit,
  fixed,
}: {
  role: PersonForm['role'];
  roster: RosterView;
  canEdit: boolean;
  /** Name and e-mail are changed elsewhere. */
  fixed: boolean;
}) {
  const { register, says, field } = usePersonForm(canEdit);
  return (
    <>
      <label className="block">
        <span className="quiet mb-0.5 block text-sm">Role in the course</span>
        <select
          {...register('role')}
          disabled={!canEdit}
          className="select select-sm raised h-9 w-full"
          aria-label="Role in the course"
        >
          <option value="student">student</option>
          <option value="assistant">assistant</option>
          <option value="instructor">instructor</option>
        </select>
      </label>
      {says('role')}
      {fixed && (
        <p className="quiet text-sm">
          Only the administrator can change this name and e-mail: the account was not made in this course, or
          is used in others too.
        </p>
      )}
      <div className="grid grid-cols-2 gap-3">
        {field('givenName', 'Given name', fixed)}
        {field('familyName', 'Family name', fixed)}
        {field('preferredName', 'Preferred name', fixed)}
        {field('sortableName', 'Sorted as', fixed)}
      </div>
      {field('email', 'E-mail', fixed)}
      {role === 'student' && <StudentFields roster={roster} canEdit={canEdit} />}
      {role === 'assistant' && roster.sections.length > 0 && (
        <AssistantFields roster={roster} canEdit={canEdit} />
      )}
    </>
  );
}

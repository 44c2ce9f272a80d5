import { useFormContext, useWatch, type Path } from 'react-hook-form';
import { useCourse } from '../../data/course';
import type { SettingsForm } from './settingsForm';

/** How a field of the settings looks. */
export const FIELD = 'input input-sm raised h-9';

/** The form of the settings, for one of its rows. */
export function useSettings() {
  const { role } = useCourse();
  const { control, register, setValue, getFieldState, formState } = useFormContext<SettingsForm>();
  const values = useWatch({ control }) as SettingsForm;
  const error = (name: Path<SettingsForm>) => {
    const message = getFieldState(name, formState).error?.message;
    return message ? <p className="text-sm text-error">{message}</p> : null;
  };
  return { control, register, setValue, values, error, canEdit: role === 'instructor' };
}

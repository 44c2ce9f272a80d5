import { get, useFormContext } from 'react-hook-form';
import { Field } from '../../ui/Field';

/** A text field of the administrator's forms, with what is wrong with it below. */
export function AdminField({ name, label }: { name: string; label: string }) {
  const { register, formState } = useFormContext();
  const problem = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  return <Field {...register(name)} label={label} problem={problem} className="input-sm raised h-9" />;
}

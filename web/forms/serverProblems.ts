import { get, type FieldValues, type Path, type UseFormReturn } from 'react-hook-form';
import { ApiProblem } from '../data/api';

/** Where the server's field stands in a form that has the shape of what is sent: the field itself, or the nearest that the form has. */
export function fieldOf<F extends FieldValues>(path: string, form: F, prefix: string): Path<F> {
  const names = (path.startsWith(`${prefix}.`) ? path.slice(prefix.length + 1) : path).split('.');
  while (names.length > 1 && get(form, names.join('.')) === undefined) names.pop();
  return names.join('.') as Path<F>;
}

/**
 * Shows what the server found wrong beside the fields it is about, and puts the cursor into the first.
 *
 * @param prefix what the form's fields are called together in what is sent
 * @returns whether anything was said of a field
 */
export function showProblems<F extends FieldValues, O>(
  form: Pick<UseFormReturn<F, unknown, O>, 'getValues' | 'setError'>,
  error: unknown,
  prefix: string,
): boolean {
  const problems = (error instanceof ApiProblem && error.problem.errors) || [];
  for (const { field, message } of problems)
    form.setError(fieldOf(field, form.getValues(), prefix), { message }, { shouldFocus: true });
  return problems.length > 0;
}

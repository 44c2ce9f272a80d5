import type { ReactNode } from 'react';

/** One row of the form: its name on the left, its fields on the right. */
export function FormRow({
  label,
  id,
  children,
}: {
  label: string;
  /** Where links lead to. */
  id?: string;
  children: ReactNode;
}) {
  return (
    <fieldset
      id={id}
      className="ruled min-w-0 scroll-mt-16 border-b py-4 last:border-0 sm:grid sm:grid-cols-[8.5rem_1fr]"
    >
      <legend className="float-left pt-1.5 font-semibold sm:contents">
        <span className="block pt-1.5">{label}</span>
      </legend>
      <div className="min-w-0 clear-both space-y-3">{children}</div>
    </fieldset>
  );
}

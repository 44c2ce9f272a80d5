import { useId, type ComponentProps, type ReactNode } from 'react';
import { DateInput } from './DateInput';

/** A field for a date under its name; what is wrong with it is said below it. */
export function DateField({
  label,
  problem,
  strong = false,
  className = '',
  ...input
}: {
  label: ReactNode;
  problem?: string | undefined;
  /** The name in bold, for a page of few fields. */
  strong?: boolean;
} & ComponentProps<typeof DateInput>) {
  const id = useId();
  return (
    <div>
      <label
        id={`${id}-label`}
        htmlFor={id}
        className={strong ? 'mb-1 block font-semibold' : 'quiet mb-0.5 block text-sm'}
      >
        {label}
      </label>
      <DateInput
        {...input}
        id={id}
        aria-invalid={Boolean(problem)}
        aria-describedby={problem ? `${id}-problem` : undefined}
        className={`w-full ${className}`}
      />
      {problem && (
        <p id={`${id}-problem`} className="mt-0.5 text-sm text-error">
          {problem}
        </p>
      )}
    </div>
  );
}

import { useId, type ComponentProps } from 'react';

/** A text field under its name; what is wrong with it is said below it, and read out as its description, not its name. */
export function Field({
  label,
  problem,
  strong = false,
  className = '',
  ...input
}: {
  label: string;
  problem?: string;
  /** The name in bold, for a page of few fields. */
  strong?: boolean;
} & ComponentProps<'input'>) {
  const id = useId();
  return (
    <div>
      <label className="block">
        <span className={strong ? 'mb-1 block font-semibold' : 'quiet mb-0.5 block text-sm'}>{label}</span>
        <input
          {...input}
          aria-invalid={Boolean(problem)}
          aria-describedby={problem ? id : undefined}
          className={`input w-full ${problem ? 'input-error' : ''} ${className}`}
        />
      </label>
      {problem && (
        <p id={id} className="mt-0.5 text-sm text-error">
          {problem}
        </p>
      )}
    </div>
  );
}

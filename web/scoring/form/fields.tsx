import type { ReactNode } from 'react';

const SELECT = 'select select-sm raised h-9 w-auto';

/** A field for a number, as wide as numbers are. */
export function NumberField({
  label,
  value,
  change,
  className = 'h-9 w-16',
  whole = false,
}: {
  label: string;
  value: string;
  change: (value: string) => void;
  className?: string;
  whole?: boolean;
}) {
  return (
    <input
      className={`input input-sm raised num text-center ${className}`}
      inputMode={whole ? 'numeric' : 'decimal'}
      aria-label={label}
      value={value}
      onChange={(event) => change(event.target.value)}
    />
  );
}

/** A field for a line of text. */
export function TextField({
  label,
  value,
  change,
  placeholder,
  className,
}: {
  label: string;
  value: string;
  change: (value: string) => void;
  placeholder?: string;
  className: string;
}) {
  return (
    <input
      className={`input input-sm raised ${className}`}
      aria-label={label}
      placeholder={placeholder}
      value={value}
      onChange={(event) => change(event.target.value)}
    />
  );
}

/** One of a few, in the middle of a sentence. */
export function SelectField<V extends string>({
  label,
  value,
  change,
  options,
}: {
  label: string;
  value: V;
  change: (value: V) => void;
  options: readonly (readonly [V, ReactNode])[];
}) {
  return (
    <select
      className={SELECT}
      aria-label={label}
      value={value}
      onChange={(event) => change(event.target.value as V)}
    >
      {options.map(([name, words]) => (
        <option key={name} value={name}>
          {words}
        </option>
      ))}
    </select>
  );
}

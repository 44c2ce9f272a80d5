import type { ReactNode } from 'react';

/** What a check found, in words; beside the field it is about, or in the plan. */
export function FindingNote({
  severity,
  title,
  text,
  repair,
  children,
}: {
  severity: 'error' | 'warning';
  title: string;
  text: string;
  repair?: { label: string; run: () => void };
  children?: ReactNode;
}) {
  const isError = severity === 'error';
  return (
    <div
      className={`rounded-box px-3.5 py-2.5 text-sm leading-snug ${isError ? 'bg-seal-wash' : 'bg-late-wash'}`}
    >
      <b className={isError ? 'text-seal' : 'text-late'}>{title}</b> {text}{' '}
      {repair && (
        <button
          type="button"
          className="cursor-pointer font-bold underline-offset-2 hover:underline text-late"

          onClick={repair.run}
        >
          {repair.label}
        </button>
      )}
      {children}
    </div>
  );
}

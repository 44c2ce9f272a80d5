import type { ReactNode } from 'react';

/** What is wrong, said where it is to be put right; nothing while nothing is wrong. */
export function Problem({ children, className = '' }: { children: ReactNode; className?: string }) {
  if (children === null || children === undefined || children === false || children === '') return null;
  return (
    <p role="alert" className={`text-error ${className}`}>
      {children}
    </p>
  );
}

import type { ReactNode } from 'react';

/** One of several things of which one is chosen, on a line of its own. */
export function RadioLine({
  name,
  checked,
  choose,
  children,
  className = 'flex items-center gap-2.5',
  size = 'radio-sm',
}: {
  /** Shared by those of which one is chosen. */
  name: string;
  checked: boolean;
  choose: () => void;
  children: ReactNode;
  className?: string;
  size?: 'radio-xs' | 'radio-sm';
}) {
  return (
    <label className={className}>
      <input type="radio" name={name} className={`radio ${size}`} checked={checked} onChange={choose} />
      {children}
    </label>
  );
}

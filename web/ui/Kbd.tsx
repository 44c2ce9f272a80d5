import type { ReactNode } from 'react';

/** A key of the screen at hand: what to press, what it does. */
export interface KeyHint {
  readonly keys: string;
  readonly does: string;
  /** As KeyAction has it; left out where it cannot be changed. */
  readonly on?: string;
}
/** A key as it is drawn on the keyboard. */
export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd className="ruled rounded border px-1 py-px font-sans text-xs font-semibold opacity-80">
      {children}
    </kbd>
  );
}

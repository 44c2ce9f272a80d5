import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';

/** Something in a menu: it leads to a place, or does something. */
export type MenuEntry = {
  /** Tells it from others that are called the same. */
  readonly key?: string;
  readonly label: string;
  readonly icon?: LucideIcon;
} & (
  | {
      readonly to: string;
      /** Whether one is there already. */
      readonly isHere?: boolean;
    }
  | { readonly act: () => void }
);

/** What a menu is given. */
export interface MenuProps {
  /** What the button shows. */
  readonly button: ReactNode;
  /** What the button is called. */
  readonly label: string;
  readonly className: string;
  /** Which edge of the button the menu keeps to, where the window has room. */
  readonly at: 'start' | 'end';
  readonly width: string;
  /** Stands above what can be chosen. */
  readonly head?: ReactNode;
  /** null: not at the moment. */
  readonly entries: readonly (MenuEntry | null)[];
}

/** How a menu was opened: by a press, or by a key that leads to its first or its last entry. */
export type OpenedBy = 'pointer' | 'ArrowDown' | 'ArrowUp';

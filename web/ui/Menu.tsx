import { Menu as HeadlessMenu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** A menu that opens below a button: the arrows go through it, a letter to what begins with it, Escape closes it. */
export function Menu({
  button,
  label,
  className,
  at,
  width,
  head,
  children,
}: {
  /** What the button shows. */
  button: ReactNode;
  /** What the button is called. */
  label: string;
  className: string;
  /** Which edge of the button the menu keeps to, where the window has room. */
  at: 'start' | 'end';
  width: string;
  /** Stands above what can be chosen. */
  head?: ReactNode;
  children: ReactNode;
}) {
  return (
    <HeadlessMenu>
      <MenuButton aria-label={label} className={`cursor-pointer ${className}`}>
        {button}
      </MenuButton>
      <MenuItems
        modal={false}
        anchor={{ to: `bottom ${at}`, gap: 6, padding: 8 }}
        className={`raised ruled rounded-box z-50 border p-1.5 shadow-sm focus:outline-none ${width}`}
      >
        {head}
        {children}
      </MenuItems>
    </HeadlessMenu>
  );
}

const item =
  'flex w-full cursor-pointer items-center gap-2 rounded-field px-3 py-1.5 text-left text-sm data-focus:bg-base-200';

function Shown({ icon: Icon, children }: { icon?: LucideIcon | undefined; children: ReactNode }) {
  return (
    <>
      {Icon && <Icon className="size-4" aria-hidden />}
      {children}
    </>
  );
}

/** Something in a menu that leads to a place. */
export function MenuLink({
  to,
  icon,
  current = false,
  children,
}: {
  to: string;
  icon?: LucideIcon;
  /** Whether one is there already. */
  current?: boolean;
  children: ReactNode;
}) {
  return (
    <MenuItem>
      <Link to={to} className={`${item} ${current ? 'font-bold' : ''}`} aria-current={current || undefined}>
        <Shown icon={icon}>{children}</Shown>
      </Link>
    </MenuItem>
  );
}

/** Something in a menu that is done. */
export function MenuAction({
  act,
  icon,
  children,
}: {
  act: () => void;
  icon?: LucideIcon;
  children: ReactNode;
}) {
  return (
    <MenuItem>
      <button type="button" className={item} onClick={act}>
        <Shown icon={icon}>{children}</Shown>
      </button>
    </MenuItem>
  );
}

import { Menu as HeadlessMenu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { MenuEntry, MenuProps, OpenedBy } from './menuEntry';

const ITEM =
  'flex w-full cursor-pointer items-center gap-2 rounded-field px-3 py-1.5 text-left text-sm data-focus:bg-base-200';

function Shown({ entry: { icon: Icon, label } }: { entry: MenuEntry }) {
  return (
    <>
      {Icon && <Icon className="size-4 shrink-0" aria-hidden />}
      {label}
    </>
  );
}

function Entry({ entry }: { entry: MenuEntry }) {
  return (
    <MenuItem>
      {'to' in entry ? (
        <Link
          to={entry.to}
          className={`${ITEM} ${entry.isHere ? 'font-bold' : ''}`}
          aria-current={entry.isHere || undefined}
        >
          <Shown entry={entry} />
        </Link>
      ) : (
        <button type="button" className={ITEM} onClick={entry.act}>
          <Shown entry={entry} />
        </button>
      )}
    </MenuItem>
  );
}

/** The menu itself, open; places use Menu, which puts it in the place of a button that was pressed. */
export function FullMenu({
  button,
  label,
  className,
  at,
  width,
  head,
  entries,
  openedBy,
}: MenuProps & { openedBy: OpenedBy }) {
  const opener = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    opener.current?.focus();
    if (openedBy === 'pointer') opener.current?.click();
    else opener.current?.dispatchEvent(new KeyboardEvent('keydown', { key: openedBy, bubbles: true }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as it was when it came
  }, []);
  return (
    <HeadlessMenu>
      <MenuButton ref={opener} aria-label={label} title={label} className={`cursor-pointer ${className}`}>
        {button}
      </MenuButton>
      <MenuItems
        modal={false}
        anchor={{ to: `bottom ${at}`, gap: 6, padding: 8 }}
        className={`raised ruled rounded-box z-50 border p-1.5 shadow-sm focus:outline-none ${width}`}
      >
        {head}
        {entries
          .filter((entry) => entry !== null)
          .map((entry) => (
            <Entry key={entry.key ?? entry.label} entry={entry} />
          ))}
      </MenuItems>
    </HeadlessMenu>
  );
}

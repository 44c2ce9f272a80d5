import { useEffect, useState } from 'react';
import { useIsAttended } from '../data/activity';
import type { FullMenu } from './FullMenu';
import type { MenuProps, OpenedBy } from './menuEntry';

type Full = typeof FullMenu;
let loaded: Full | null = null;

const fullMenu = async (): Promise<Full> => (loaded ??= (await import('./FullMenu')).FullMenu);

/**
 * A menu that opens below a button: the arrows go through it, a letter to what begins with it, Escape closes it. What it takes is fetched
 * once someone moves, types or touches anything on the page, and put in the place of the button when that is pressed: of the menus of a
 * page, few are ever opened.
 */
export function Menu(props: MenuProps) {
  const isAttended = useIsAttended();
  const [opened, setOpened] = useState<{ Full: Full; by: OpenedBy } | null>(null);
  useEffect(() => {
    if (isAttended) void fullMenu();
  }, [isAttended]);
  const open = (by: OpenedBy) => {
    if (loaded !== null) setOpened({ Full: loaded, by });
    else void fullMenu().then((Full) => setOpened({ Full, by }));
  };
  if (opened !== null) return <opened.Full {...props} openedBy={opened.by} />;
  return (
    <button
      type="button"
      aria-haspopup="menu"
      aria-expanded={false}
      aria-label={props.label}
      title={props.label}
      className={`cursor-pointer ${props.className}`}
      // A key that presses a button counts no clicks.
      onClick={({ detail }) => open(detail === 0 ? 'ArrowDown' : 'pointer')}
      onKeyDown={(event) => {
        if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
        event.preventDefault();
        open(event.key);
      }}
    >
      {props.button}
    </button>
  );
}

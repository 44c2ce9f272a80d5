import { useEffect, useState } from 'react';
import { useIsAttended } from '../data/activity';
import type { FullMenu } from './FullMenu';
import type { MenuProps } from './menuEntry';

type Full = typeof FullMenu;
let loaded: Full | null = null;

/**
 * A menu that opens below a button: the arrows go through it, a letter to what begins with it, Escape closes it. What it takes is fetched
 * once someone moves, types or touches anything on the page; pressed before it is there, it opens as soon as it is.
 */
export function Menu(props: MenuProps) {
  const isAttended = useIsAttended();
  const [Full, setFull] = useState<Full | null>(() => loaded);
  const [isPressed, setPressed] = useState(false);
  const [hasFocus, setFocus] = useState(false);
  useEffect(() => {
    if (Full !== null || !isAttended) return;
    void import('./FullMenu').then((module) => {
      loaded = module.FullMenu;
      setFull(() => loaded);
    });
  }, [Full, isAttended]);
  if (Full !== null) return <Full {...props} takesFocus={hasFocus} opensAtOnce={isPressed} />;
  return (
    <button
      type="button"
      aria-haspopup="menu"
      aria-expanded={false}
      aria-label={props.label}
      title={props.label}
      className={`cursor-pointer ${props.className}`}
      // Between pressing and letting go another button may come in its place.
      onPointerDown={() => setPressed(true)}
      onClick={() => setPressed(true)}
      onFocus={() => setFocus(true)}
      onBlur={() => setFocus(false)}
    >
      {props.button}
    </button>
  );
}

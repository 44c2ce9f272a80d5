import { useEffect, useEffectEvent, useState } from 'react';

const PAUSE = 200;

/**
 * What is being typed into a field whose value is kept elsewhere, as in the address: that follows a moment later, for a
 * field tied to it would lose letters of who types fast. A value that changes elsewhere shows in the field.
 *
 * @returns what stands in the field, and how to change it
 */
export function useTyped(value: string, put: (value: string) => void): [string, (typed: string) => void] {
  const [typed, setTyped] = useState(value);
  const [known, setKnown] = useState(value);
  if (value !== known) {
    setKnown(value);
    if (value !== typed.trim()) setTyped(value);
  }
  const send = useEffectEvent(put);
  useEffect(() => {
    if (typed.trim() === value) return;
    const timer = setTimeout(() => send(typed.trim()), PAUSE);
    return () => clearTimeout(timer);
  }, [typed, value]);
  return [typed, setTyped];
}

import { useSyncExternalStore } from 'react';

/** How a person has set the keys that work by themselves, in this browser. */
export interface Shortcuts {
  /** None of them works: for whoever speaks their text, or strikes keys by mistake. */
  readonly off: boolean;
  /** Other keys in place of those Juror comes with, by these. */
  readonly changed: Readonly<Record<string, string>>;
}

const KEY = 'juror-shortcuts';
const AS_THEY_COME: Shortcuts = { off: false, changed: {} };
const listeners = new Set<() => void>();
let current = kept();

function kept(): Shortcuts {
  try {
    return { ...AS_THEY_COME, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Shortcuts>) };
  } catch {
    return AS_THEY_COME;
  }
}

/** How the keys are set now. */
export const shortcutsNow = (): Shortcuts => current;

/** Sets the keys, and remembers them where the browser lets us. */
export function setShortcuts(next: Shortcuts): void {
  current = next;
  listeners.forEach((listener) => listener());
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // Not remembered; it still holds for this visit.
  }
}

/** How the keys are set, followed as that changes. */
export function useShortcuts(): Shortcuts {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, shortcutsNow);
}

/** Whether a key is a character by itself, which somebody may come to type without meaning a shortcut. */
export const isCharacter = (key: string): boolean => [...key].length === 1;

/**
 * The key that stands in place of one Juror comes with; null where it does not work.
 *
 * @example keyFor('j', { off: false, changed: { j: 'd' } }) // 'd'
 */
export function keyFor(on: string, { off, changed }: Shortcuts): string | null {
  if (!isCharacter(on)) return on;
  return off ? null : (changed[on] ?? on);
}

/**
 * The character a key stands for, on keyboards of other scripts too: there the key counts that stands at the same place.
 *
 * @example pressed({ key: 'о', code: 'KeyJ', shiftKey: false }) // 'j'
 */
export function pressed({ key, code, shiftKey }: Pick<KeyboardEvent, 'key' | 'code' | 'shiftKey'>): string {
  if (!isCharacter(key) || /^[\x20-\x7e]$/.test(key)) return key;
  const letter = /^Key([A-Z])$/.exec(code)?.[1];
  if (letter !== undefined) return shiftKey ? letter : letter.toLowerCase();
  return /^Digit(\d)$/.exec(code)?.[1] ?? key;
}

import { useSyncExternalStore } from 'react';

export type Theme = 'day' | 'night';
/** What a person chose: a theme, or whatever their system asks for at the time. */
export type ThemeChoice = Theme | 'system';
const KEY = 'juror-theme';
const listeners = new Set<() => void>();
const system = matchMedia('(prefers-color-scheme: dark)');
const paper = matchMedia('print');

function current(): Theme {
  return document.documentElement.dataset.theme === 'juror-night' ? 'night' : 'day';
}

let chosen: ThemeChoice = kept();

function kept(): ThemeChoice {
  try {
    const value = localStorage.getItem(KEY);
    return value === 'day' || value === 'night' ? value : 'system';
  } catch {
    return 'system';
  }
}

function show(): void {
  const wanted = chosen === 'system' ? (system.matches ? 'night' : 'day') : chosen;
  // Paper is white, whatever the theme on the screen.
  const theme = paper.matches ? 'day' : wanted;
  document.documentElement.dataset.theme = `juror-${theme}`;
  listeners.forEach((listener) => listener());
}

// Who follows the system does so while it changes, in the evening for instance; another tab may choose for all of them.
system.addEventListener('change', show);
paper.addEventListener('change', show);
addEventListener('storage', ({ key }) => {
  if (key !== KEY && key !== null) return;
  chosen = kept();
  show();
});

/** Changes the theme, and remembers it where the browser lets us. */
export function setTheme(choice: ThemeChoice): void {
  chosen = choice;
  show();
  try {
    if (choice === 'system') localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, choice);
  } catch {
    // Not remembered; it still holds for this visit.
  }
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** The theme that is shown. */
export function useTheme(): Theme {
  return useSyncExternalStore(subscribe, current);
}

/** What the person chose. */
export function useThemeChoice(): ThemeChoice {
  return useSyncExternalStore(subscribe, () => chosen);
}

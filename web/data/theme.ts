import { useSyncExternalStore } from 'react';

export type Theme = 'day' | 'night';
const listeners = new Set<() => void>();

function current(): Theme {
  return document.documentElement.dataset.theme === 'juror-night' ? 'night' : 'day';
}

/** Changes the theme, and remembers it where the browser lets us. */
export function setTheme(theme: Theme): void {
  document.documentElement.dataset.theme = `juror-${theme}`;
  try {
    localStorage.setItem('juror-theme', theme);
  } catch {
    // Not remembered; it still holds for this visit.
  }
  listeners.forEach((listener) => listener());
}

/** The theme that is shown. */
export function useTheme(): Theme {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, current);
}

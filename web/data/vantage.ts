import { useSyncExternalStore } from 'react';

/** Looking as a person at a moment; in this tab only. */
export interface Vantage {
  readonly course: string;
  readonly personId: string;
  readonly name: string;
  /** UTC ms. */
  readonly at: number;
  /** The address it was begun at, where leaving leads back to. */
  readonly from?: string;
}

const KEY = 'juror-vantage';
const listeners = new Set<() => void>();

function stored(): Vantage | null {
  try {
    const text = sessionStorage.getItem(KEY);
    return text === null ? null : (JSON.parse(text) as Vantage);
  } catch {
    return null;
  }
}

let current: Vantage | null = stored();

/** The vantage of this tab; null when people look with their own eyes. */
export function vantageNow(): Vantage | null {
  return current;
}

/** Begins looking as someone, from the page that is open. */
export function lookAs(vantage: Omit<Vantage, 'from'>): void {
  setVantage({ ...vantage, from: location.pathname + location.search });
}

/** Moves or (with null) ends looking as someone. */
export function setVantage(vantage: Vantage | null): void {
  current = vantage;
  try {
    if (vantage === null) sessionStorage.removeItem(KEY);
    else sessionStorage.setItem(KEY, JSON.stringify(vantage));
  } catch {
    // It then ends with the next reload.
  }
  listeners.forEach((listener) => listener());
}

/** The vantage of this tab, followed as it changes. */
export function useVantage(): Vantage | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, vantageNow);
}

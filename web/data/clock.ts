import { useSyncExternalStore } from 'react';
import { useVantage, vantageNow } from './vantage';

/** How far the server's course clock is ahead of this machine's, ms. */
let ahead = 0;
const TICK = 10_000;
const listeners = new Set<() => void>();
let shown = Date.now();

function tick(): void {
  shown = Date.now() + ahead;
  listeners.forEach((listener) => listener());
}

/** The server said what time it is in the course. */
export function heardFromServer(now: number): void {
  const next = now - Date.now();
  const moved = Math.abs(next - ahead) > 2000;
  ahead = next;
  if (moved) tick();
}

/** The course's time at this moment, UTC ms; the moment looked at, in a vantage. */
export function courseNow(): number {
  const vantage = vantageNow();
  if (vantage !== null) return vantage.at;
  return Date.now() + ahead;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  const timer = setInterval(tick, TICK);
  return () => {
    listeners.delete(listener);
    clearInterval(timer);
  };
}

/** The course's time, moving every few seconds. */
export function useNow(): number {
  const vantage = useVantage();
  const now = useSyncExternalStore(subscribe, () => shown);
  return vantage?.at ?? now;
}

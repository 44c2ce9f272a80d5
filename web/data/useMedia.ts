import { useSyncExternalStore } from 'react';

/**
 * Whether a media query holds, followed as the window changes.
 *
 * @example const isNarrow = useMedia('(max-width: 767px)');
 */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (listener) => {
      const list = matchMedia(query);
      list.addEventListener('change', listener);
      return () => list.removeEventListener('change', listener);
    },
    () => matchMedia(query).matches,
  );
}

import { useSearchParams } from 'react-router';

/**
 * What stands in the address after the question mark, and a way to change some of it: an empty value takes its part away.
 *
 * @example set({ order: 'newest' })
 */
export function useAddress(): {
  readonly search: URLSearchParams;
  /** `push`: the back button leads to what stood there before. */
  readonly set: (parts: Readonly<Record<string, string>>, how?: { push: boolean }) => void;
} {
  const [search, setSearch] = useSearchParams();
  return {
    search,
    set: (parts, how) =>
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [name, value] of Object.entries(parts)) {
            if (value === '') next.delete(name);
            else next.set(name, value);
          }
          return next;
        },
        { replace: how?.push !== true, preventScrollReset: true },
      ),
  };
}

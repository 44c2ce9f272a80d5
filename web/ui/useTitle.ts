import { useEffect } from 'react';

/** The page's title: what is shown, then Juror. */
export function useTitle(...parts: (string | undefined)[]): void {
  const title = [...parts.filter(Boolean), 'Juror'].join(' · ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}

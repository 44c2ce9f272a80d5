import { useCallback, useState } from 'react';

/**
 * What an edit was begun on: it stays under the edit until that is saved, refused or thrown away, though someone else
 * saves meanwhile and the page hears of it. Who saves second is then told, instead of saving over what they never saw.
 *
 * @param latest what is known now
 * @returns `view`: what the edit stands on; `begin`: something is changed; `end`: it was saved, refused or thrown away
 */
export function useBegun<T>(latest: T): { view: T; begin: () => void; end: () => void } {
  const [begun, setBegun] = useState<{ readonly on: T } | null>(null);
  const begin = useCallback(() => setBegun((before) => before ?? { on: latest }), [latest]);
  const end = useCallback(() => setBegun(null), []);
  return { view: begun === null ? latest : begun.on, begin, end };
}

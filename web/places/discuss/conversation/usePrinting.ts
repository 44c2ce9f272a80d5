import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

/**
 * Printing of everything, laid out or not: the texts are fetched first. From the browser's own menu what is here is laid out, for
 * nothing can be waited for there.
 *
 * @param load fetches every text that is to be printed
 */
export function usePrinting(load: () => Promise<void>) {
  const [whole, setWhole] = useState(false);
  const latest = useRef(load);
  useEffect(() => {
    latest.current = load;
  });
  useEffect(() => {
    const before = () => flushSync(() => setWhole(true));
    const after = () => setWhole(false);
    addEventListener('beforeprint', before);
    addEventListener('afterprint', after);
    return () => {
      removeEventListener('beforeprint', before);
      removeEventListener('afterprint', after);
    };
  }, []);
  const print = async () => {
    await latest.current();
    window.print();
  };
  return { whole, print };
}

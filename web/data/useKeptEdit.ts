import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { courseNow } from './clock';
import { useCourse } from './course';
import { keptEdit } from './keptEdit';
import { useSession } from './session';

const PAUSE = 400;

/**
 * Keeps an unsaved edit of a course in the browser a moment after each change, and at once when its page is left.
 *
 * @param what the kind of thing that is edited, such as `forum`
 * @param id which one
 * @returns `restored`: what an earlier visit left unsaved, null where nothing; `keptAt`: when it was last kept; `keep`: the
 *   edit as it now stands; `flush`: keeps it at once; `drop`: it was saved or thrown away
 */
export function useKeptEdit<T>(what: string, id: string) {
  const course = useCourse().id;
  const person = useSession().state.person?.id ?? '';
  const place = useMemo(() => keptEdit<T>({ what, person, course, id }), [what, person, course, id]);
  const [restored, setRestored] = useState(() => place.read());
  const [keptAt, setKeptAt] = useState<number | null>(restored?.at ?? null);
  const waiting = useRef<{ value: T; timer: ReturnType<typeof setTimeout> } | null>(null);
  const flush = useCallback(() => {
    if (waiting.current === null) return;
    clearTimeout(waiting.current.timer);
    place.write({ value: waiting.current.value, at: courseNow() });
    waiting.current = null;
  }, [place]);
  const keep = useCallback(
    (value: T) => {
      if (waiting.current !== null) clearTimeout(waiting.current.timer);
      const timer = setTimeout(() => {
        flush();
        setKeptAt(courseNow());
      }, PAUSE);
      waiting.current = { value, timer };
    },
    [flush],
  );
  const drop = useCallback(() => {
    if (waiting.current !== null) clearTimeout(waiting.current.timer);
    waiting.current = null;
    place.drop();
    setKeptAt(null);
    setRestored(null);
  }, [place]);
  useEffect(() => {
    addEventListener('pagehide', flush);
    return () => {
      removeEventListener('pagehide', flush);
      flush();
    };
  }, [flush]);
  return { restored, keptAt, keep, flush, drop };
}

import { useMemo, useState } from 'react';
import { useCourse } from './course';
import { keptEdit, type Kept } from './keptEdit';
import { useSession } from './session';
import { useKeptEdit } from './useKeptEdit';

/** So many abandoned edits of one thing are kept to be offered. */
const MOST = 5;

/**
 * Keeps an unsaved edit as {@link useKeptEdit} does, but puts in nothing that an earlier visit left: it is offered, and stays until it is
 * taken or thrown away, whatever is typed meanwhile.
 *
 * @returns `offered`: what was left last, null where nothing was; `take`: it is put in by whoever calls this; `discard`: it is thrown away
 */
export function useOfferedEdit<T>(what: string, id: string) {
  const course = useCourse().id;
  const person = useSession().state.person?.id ?? '';
  const places = useMemo(
    () => ({
      now: keptEdit<T>({ what, person, course, id }),
      left: keptEdit<readonly Kept<T>[]>({ what: `${what} left`, person, course, id }),
    }),
    [what, person, course, id],
  );
  const [offers, setOffers] = useState(() => {
    const last = places.now.read();
    const before = places.left.read()?.value ?? [];
    if (last === null) return before;
    const all = [last, ...before].slice(0, MOST);
    places.left.write({ value: all, at: last.at });
    places.now.drop();
    return all;
  });
  const { keptAt, keep, drop } = useKeptEdit<T>(what, id);
  const removeFirst = () => {
    const rest = offers.slice(1);
    setOffers(rest);
    if (rest.length === 0) places.left.drop();
    else places.left.write({ value: rest, at: rest[0]!.at });
  };
  return { offered: offers[0] ?? null, take: removeFirst, discard: removeFirst, keptAt, keep, drop };
}

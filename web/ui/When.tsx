import { useState } from 'react';
import { useCourse } from '../data/course';
import { dateWords, exactWords, ownTimeWords } from './dateWords';

/**
 * A date in words; pressing it (or resting on it) tells the exact time, with the reader's own beside it where that differs.
 *
 * @param plain inside a link, where there can be no button
 */
export function When({
  at,
  className = '',
  plain = false,
}: {
  at: number;
  className?: string;
  plain?: boolean;
}) {
  const { zone } = useCourse();
  const [exact, setExact] = useState(false);
  const own = ownTimeWords(at, zone);
  const inFull = `${exactWords(at, zone)}${own === null ? '' : `; ${own}`}`;
  const time = (
    <time dateTime={new Date(at).toISOString()} title={inFull}>
      {exact ? inFull : dateWords(at, zone)}
    </time>
  );
  if (plain) return <span className={className}>{time}</span>;
  return (
    <button
      type="button"
      className={`cursor-pointer text-left ${className}`}
      onClick={() => setExact(!exact)}
    >
      {time}
    </button>
  );
}

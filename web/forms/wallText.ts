import { fromWallClock, toWallClock } from '../../core/time/wallClock';
import { typed } from './codecs';

/** A date on the course's wall clock; empty for none. */
export const wallText = (zone: string) =>
  typed<number | null>(
    (text) => {
      if (text === '') return null;
      try {
        return fromWallClock(text, zone);
      } catch {
        return { wrong: 'Write a date and a time, such as 4 March 2026, 23:59.' };
      }
    },
    (at) => (at === null ? '' : toWallClock(at, zone)),
  );

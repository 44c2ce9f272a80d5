import { readPoints } from '../../../forms/readPoints';
import { fromWallClock } from '../../../../core/time/wallClock';
import { numberWords } from '../../../../words/numbers';

/** What could not be read of a form, by the field's name. */
export type FormProblems = Partial<Record<string, string>>;

/** Reads typed fields; what cannot be read is named in `problems` and stands as it was before. */
export interface FieldReader {
  readonly problems: FormProblems;
  whole(name: string, most: number, before: number): number;
  between(name: string, least: number, most: number, before: number): number;
  date(name: string, wall: string, before: number | null, zone: string): number | null;
  /** Hundredths of a point. */
  points(name: string, typed: string, before: number): number;
  /** Hundredths of a percent. */
  percent(name: string, typed: string, before: number): number;
}

/** A reader over the fields of a form. */
export function fieldReader(form: object): FieldReader {
  const problems: FormProblems = {};
  const typed = (name: string) => String((form as Record<string, unknown>)[name] ?? '').trim();
  const reader: FieldReader = {
    problems,
    whole: (name, most, before) => reader.between(name, 0, most, before),
    between(name, least, most, before) {
      const text = typed(name);
      if (/^\d{1,5}$/.test(text) && Number(text) >= least && Number(text) <= most) return Number(text);
      problems[name] = `Write a whole number from ${least} to ${numberWords(most)}.`;
      return before;
    },
    date(name, wall, before, zone) {
      if (wall === '') return null;
      try {
        return fromWallClock(wall.slice(0, 16), zone);
      } catch {
        problems[name] = 'Write a date and a time, such as 4 March 2026, 23:59.';
        return before;
      }
    },
    points(name, text, before) {
      const read = readPoints(text);
      if (typeof read === 'number' && read >= 0 && read <= 100_000) return read;
      problems[name] = 'Write points from 0 to 1,000, with at most two decimals.';
      return before;
    },
    percent(name, text, before) {
      const read = readPoints(text);
      if (typeof read === 'number' && read >= 0 && read <= 10_000) return read;
      problems[name] = 'Write a percentage from 0 to 100.';
      return before;
    },
  };
  return reader;
}

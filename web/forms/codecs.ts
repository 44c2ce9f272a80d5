import { z } from 'zod';
import { id, percent } from '../../contract/basics';
import { maximumWords, numberWords } from '../../words/numbers';
import { readPoints } from './readPoints';

/*
 * Codecs between what is typed into a field and what is meant: decoding reads the field, encoding shows the value in it. What bounds a
 * value has is said by its schema in contract/.
 */

/** A codec whose decoding answers with a value, or with what is wrong and what would be right. */
export function typed<T>(read: (text: string) => T | { readonly wrong: string }, show: (value: T) => string) {
  return z.codec(z.string(), z.custom<T>(), {
    decode: (text, context) => {
      const value = read(text);
      if (typeof value !== 'object' || value === null || !('wrong' in value)) return value as T;
      context.issues.push({ code: 'custom', message: value.wrong, input: text });
      return z.NEVER;
    },
    encode: show,
  });
}

/**
 * A whole number within the bounds of its schema.
 *
 * @param wrong what is told of anything else
 */
export function wholeText(
  { minValue, maxValue }: { minValue: number | null; maxValue: number | null },
  wrong?: string,
) {
  const least = minValue ?? 0;
  const most = maxValue ?? 99_999;
  return typed<number>(
    (text) => {
      const trimmed = text.trim();
      return /^\d{1,5}$/.test(trimmed) && Number(trimmed) >= least && Number(trimmed) <= most
        ? Number(trimmed)
        : { wrong: wrong ?? `Write a whole number from ${least} to ${numberWords(most)}.` };
    },
    (n) => String(n),
  );
}

/**
 * Hundredths of a point within the bounds of their schema.
 *
 * @param wrong what is told of anything else
 */
export const pointsWithin = (
  { minValue, maxValue }: { minValue: number | null; maxValue: number | null },
  wrong: string,
) =>
  typed<number>((text) => {
    const read = readPoints(text);
    const isFit = typeof read === 'number' && read >= (minValue ?? 0) && read <= (maxValue ?? Infinity);
    return isFit ? read : { wrong };
  }, maximumWords);

/** Hundredths of a point, 0 to 1,000. */
export const pointsText = pointsWithin(
  { minValue: 0, maxValue: 100_000 },
  'Write points from 0 to 1,000, with at most two decimals.',
);

/** Hundredths of a percent. */
export const percentText = typed<number>((text) => {
  const read = readPoints(text);
  return typeof read === 'number' && read >= 0 && percent.safeParse(read).success
    ? read
    : { wrong: 'Write a percentage from 0 to 100.' };
}, maximumWords);

/** A name that has to be there. */
export const nameText = (what: string) =>
  typed<string>(
    (text) => (text.trim() === '' ? { wrong: `Give ${what} a name.` } : text.trim()),
    (name) => name,
  );

/** Text that may be empty, without spaces around it. */
export const plainText = typed<string>(
  (text) => text.trim(),
  (text) => text,
);

/** Text that may be left out, without spaces around it. */
export const optionalText = z.codec(z.string(), z.string().nullable(), {
  decode: (text) => text.trim() || null,
  encode: (text) => text ?? '',
});

/** One of several things with an id; empty for none. */
export const chosenText = z.codec(z.string(), id.nullable(), {
  decode: (text) => text || null,
  encode: (chosen) => chosen ?? '',
});

import { timeWords, type Hours } from '../../../words/dates';

/** `23:59`, `2359`, `23.59`, `11:59 pm`, `11 p.m.`, `9`. */
const TIME = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*(?:([ap])\.?(?:m\.?)?)?$/i;

/**
 * The time of day someone means, as fields hold it (`23:59`); null where no time can be made of it. Without am or pm the hours are those
 * of a day of 24.
 *
 * @example readTime('11.59 pm') // '23:59'
 */
export function readTime(text: string): string | null {
  const match = TIME.exec(text.trim());
  if (match === null) return null;
  const [, hourText, minuteText = '00', half] = match;
  const hour = Number(hourText);
  const minute = Number(minuteText);
  if (minute > 59 || (half === undefined ? hour > 23 : hour < 1 || hour > 12)) return null;
  const inDay = half === undefined ? hour : (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
  return `${String(inDay).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}

/** A time of day that a field holds, in the hours of whoever reads; what is no time stays as it was typed. */
export function writeTime(held: string, hours: Hours): string {
  if (!/^\d{2}:\d{2}$/.test(held)) return held;
  const [hour, minute] = held.split(':').map(Number) as [number, number];
  return timeWords(Date.UTC(2000, 0, 1, hour, minute), 'UTC', hours);
}

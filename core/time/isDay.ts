const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/**
 * Whether a text names a day that its month has.
 *
 * @example isDay('2026-02-30') // false
 */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const [year, month, day] = text.split('-').map(Number) as [number, number, number];
  const days = month === 2 && isLeap(year) ? 29 : (DAYS[month - 1] ?? 0);
  return day >= 1 && day <= days;
}

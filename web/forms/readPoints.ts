/**
 * Hundredths from what a person typed; a comma is a point. null for nothing, undefined for what is not a number with at
 * most two decimals.
 *
 * @example readPoints('7,5') // 750
 */
export function readPoints(typed: string): number | null | undefined {
  const text = typed.trim().replace(',', '.');
  if (text === '') return null;
  return /^-?\d{1,6}(\.\d{0,2})?$/.test(text) ? Math.round(Number(text) * 100) : undefined;
}

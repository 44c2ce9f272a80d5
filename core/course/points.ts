/** Points in hundredths of a point: 550 is 5.50. (rules §6) */
export type Points = number;

/** A percentage in hundredths of a percent: 1000 is 10 %. (rules §6) */
export type Percent = number;

/** 100 % in hundredths of a percent. */
export const WHOLE: Percent = 10_000;

/** Hundredths as a decimal number with a point, as files and sentences carry it: 850 is "8.50". */
export const decimal = (hundredths: number): string => (hundredths / 100).toFixed(2);

/**
 * An exact quotient of integers rounded half away from zero. (rules §6)
 *
 * @throws RangeError when the divisor is not above 0
 * @example divideRounded(800, 3) // 267
 */
export function divideRounded(numerator: number, divisor: number): number {
  if (!(divisor > 0)) throw new RangeError('divideRounded needs a divisor above 0');
  if (Number.isSafeInteger(2 * Math.abs(numerator) + divisor) && Number.isSafeInteger(2 * divisor)) {
    const size = 2 * Math.abs(numerator) + divisor;
    const rounded = (size - (size % (2 * divisor))) / (2 * divisor);
    return numerator < 0 ? -rounded || 0 : rounded;
  }
  const n = BigInt(numerator);
  const d = BigInt(divisor);
  const size = 2n * (n < 0n ? -n : n) + d;
  const rounded = Number(size / (2n * d));
  return n < 0n ? -rounded || 0 : rounded;
}

/** "8.50": points from hundredths. */
export function pointWords(hundredths: number): string {
  return (hundredths / 100).toFixed(2);
}

/** "10" or "7.5": a maximum, without needless zeros. */
export function maximumWords(hundredths: number): string {
  return String(hundredths / 100);
}

/** "76.25 %" */
export function percentWords(hundredths: number): string {
  return `${(hundredths / 100).toFixed(2)} %`;
}

const whole = new Intl.NumberFormat('en-GB');

/** "10,000" */
export function numberWords(n: number): string {
  return n < 1000 && n > -1000 && Number.isInteger(n) ? String(n) : whole.format(n);
}

/** "1 reply", "3 replies" */
export function plural(n: number, one: string, many = `${one}s`): string {
  return `${numberWords(n)} ${n === 1 ? one : many}`;
}

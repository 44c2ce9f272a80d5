import type { Points } from '../course/points';

/** What a cell of a spreadsheet says, or why it says nothing that can be entered. */
export type ReadCell =
  | { readonly value: Points | 'excused' | null; readonly problem?: undefined }
  | { readonly value?: undefined; readonly problem: 'formula' | 'negative' | 'notANumber' };

const NUMBER = /^\+?(\d+(?:\.\d*)?|\.\d+)$/;

/** A number with its decimal mark made a point; null where it is none. Of both marks the last is the decimal one. */
function plainNumber(text: string, decimalComma: boolean): string | null {
  const compact = text.replace(/[\s\u00a0\u202f']/g, '');
  const comma = compact.lastIndexOf(',');
  const point = compact.lastIndexOf('.');
  let plain = compact;
  if (comma >= 0 && point >= 0)
    plain = comma > point ? compact.replaceAll('.', '').replace(',', '.') : compact.replaceAll(',', '');
  else if (comma >= 0) {
    // "1,234" is a thousand and more only where the file writes points for decimals.
    const thousands = !decimalComma && /^\d{1,3}(,\d{3})+$/.test(compact);
    plain = thousands ? compact.replaceAll(',', '') : compact.replace(',', '.');
  }
  return NUMBER.test(plain) ? plain : null;
}

/**
 * What someone wrote in a cell: points (`8.5`, `8,50`, `85 %` of the maximum), `excused`, or `none` for nothing. More than two decimals are
 * rounded, half up. A formula that was never worked out is none of these.
 *
 * @param decimalComma whether a comma alone is the decimal mark, as in files separated by semicolons
 * @example readCell('8,5', 1000, true) // { value: 850 }
 */
export function readCell(text: string, maximum: Points, decimalComma: boolean): ReadCell {
  const trimmed = text.trim();
  if (/^excused$/i.test(trimmed)) return { value: 'excused' };
  if (/^none$/i.test(trimmed)) return { value: null };
  if (trimmed.startsWith('=') || trimmed.startsWith('@')) return { problem: 'formula' };
  if (/^[-\u2212]/.test(trimmed)) return { problem: 'negative' };
  const isPercent = trimmed.endsWith('%');
  const plain = plainNumber(isPercent ? trimmed.slice(0, -1) : trimmed, decimalComma);
  if (plain === null) return { problem: 'notANumber' };
  const exact = isPercent ? (Number(plain) * maximum) / 100 : Number(plain) * 100;
  // What binary fractions leave over of a decimal does not decide a half.
  const value = Math.round(Number(exact.toPrecision(12)));
  return value > 100_000_00 ? { problem: 'notANumber' } : { value };
}

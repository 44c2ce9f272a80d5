import type { SavedRemark } from '../../../../contract/remarks';
import { holdsWords } from '../../../../core/text/foldText';
import type { DeskView } from '../../../../contract/evaluate';
import { sheetRows } from './rows';
import type { Typed } from './typed';

/** What is chosen on a sheet, as uses of remarks are noted: part, criterion and level. */
export const choicesOf = (view: DeskView, typed: Typed): string[] =>
  sheetRows(view, typed).flatMap(({ id, chosen }) => (chosen === null ? [] : [`${id} ${chosen}`]));

/**
 * The remarks that hold every word typed, those first that were used most with what is chosen on the sheet, then those used most at
 * all.
 */
export function remarksInOrder(
  remarks: readonly SavedRemark[],
  typed: string,
  choices: readonly string[],
): SavedRemark[] {
  const total = (remark: SavedRemark) => Object.values(remark.uses).reduce((sum, n) => sum + n, 0);
  const fits = (remark: SavedRemark) => choices.reduce((sum, choice) => sum + (remark.uses[choice] ?? 0), 0);
  return remarks
    .filter(({ text }) => holdsWords(text, typed))
    .map((remark) => ({ remark, fits: fits(remark), total: total(remark) }))
    .sort((a, b) => b.fits - a.fits || b.total - a.total)
    .map(({ remark }) => remark);
}

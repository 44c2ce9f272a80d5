import type { SavedRemark } from '../../../../contract/remarks';
import { holdsWords } from '../../../../core/text/foldText';
import { NOTHING_TYPED, type Typed } from './typed';
import type { DeskView } from '../../../../contract/evaluate';

/** What is chosen on a sheet, as uses of remarks are noted: part, criterion and level. */
export function choicesOf(view: Pick<DeskView, 'forum'>, typed: Typed): string[] {
  return view.forum.parts.flatMap((part) => {
    const now = typed.parts[part.id] ?? NOTHING_TYPED;
    if (part.kind === 'rubric')
      return Object.entries(now.criteria).flatMap(([id, { levelId }]) =>
        levelId === null ? [] : [`${part.id} ${id} ${levelId}`],
      );
    return part.kind === 'levels' && now.levelId !== null ? [`${part.id} ${now.levelId}`] : [];
  });
}

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

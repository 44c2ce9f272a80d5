import type { DeskView } from '../../../../contract/evaluate';
import type { Part } from '../../../../core/course/evaluation';
import type { PartRow } from '../../../scoring/partFace';
import { faceOf } from '../../../scoring/partFaces';
import type { SheetState } from './sheetState';
import { typedOf, type Typed } from './typed';

/** One thing on the sheet that is given by itself: walked through with the arrows, chosen with a digit. */
export interface SheetRow extends Omit<PartRow<object>, 'choose'> {
  readonly part: Part;
  /** Chooses the nth. */
  readonly choose: (nth: number, sheet: SheetState) => void;
}

/** Everything on the sheet that is given by itself, in the order of its parts. */
export function sheetRows(view: DeskView, typed: Typed): SheetRow[] {
  return view.forum.parts.flatMap((part) =>
    faceOf(part.kind)
      .sheet.rows(part, typedOf(part, typed), view)
      .map((row) => ({
        ...row,
        part,
        choose: (nth, sheet) => {
          const chosen = row.choose(nth);
          if (chosen !== null) sheet.changePart(part.id, chosen);
        },
      })),
  );
}

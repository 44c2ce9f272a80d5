import type { DeskView } from '../../../../contract/evaluate';
import type { Part } from '../../../../core/course/evaluation';
import { postsOf } from '../../../../core/scoring/kinds/basis';
import { ticksItself } from '../../../../core/scoring/kinds/checklist';
import type { SheetState } from './sheetState';
import { NO_CRITERION, NOTHING_TYPED, type Typed } from './typed';

/** One thing on the sheet that is given by itself: walked through with the arrows, chosen with a digit. */
export interface SheetRow {
  readonly id: string;
  readonly part: Part;
  readonly title: string;
  /** A number is typed here; else something is chosen. */
  readonly isField: boolean;
  /** What can be chosen, in order; of an item of a checklist: ticked, then not. */
  readonly choices: number;
  readonly isGiven: boolean;
  /** Chooses the nth; null takes the choice back. */
  readonly choose: (nth: number, sheet: SheetState) => void;
}

const nothing = () => undefined;

function rowsOfPart(part: Part, view: DeskView, all: Typed): SheetRow[] {
  const typed = all.parts[part.id] ?? NOTHING_TYPED;
  switch (part.kind) {
    case 'direct':
      return [
        {
          id: part.id,
          part,
          title: part.title,
          isField: true,
          choices: 0,
          isGiven: typed.points !== '',
          choose: nothing,
        },
      ];
    case 'rubric':
      return part.criteria.map((criterion) => {
        const now = typed.criteria[criterion.id] ?? NO_CRITERION;
        return {
          id: `${part.id} ${criterion.id}`,
          part,
          title: criterion.title,
          isField: false,
          choices: criterion.levels.length,
          isGiven: now.levelId !== null || now.points !== '',
          choose: (nth, sheet) => {
            const level = criterion.levels[nth];
            if (!level) return;
            sheet.changePart(part.id, {
              criteria: { ...typed.criteria, [criterion.id]: { ...now, levelId: level.id, points: '' } },
            });
          },
        };
      });
    case 'levels':
      return [
        {
          id: part.id,
          part,
          title: part.title,
          isField: false,
          choices: part.levels.length,
          isGiven: typed.levelId !== null,
          choose: (nth, sheet) => {
            const level = part.levels[nth];
            if (level) sheet.changePart(part.id, { levelId: level.id });
          },
        },
      ];
    case 'checklist':
      return part.items.map((item) => ({
        id: `${part.id} ${item.id}`,
        part,
        title: item.title,
        isField: false,
        choices: 2,
        isGiven: item.id in typed.items || ticksItself(item, view.slots) !== null,
        choose: (nth, sheet) =>
          sheet.changePart(part.id, { items: { ...typed.items, [item.id]: nth === 0 } }),
      }));
    case 'perPost':
      return postsOf(part.basis, view.from.forum, view.from.done).map(({ id }) => ({
        id: `${part.id} ${id}`,
        part,
        title: part.title,
        isField: true,
        choices: 0,
        isGiven: (typed.posts[id] ?? '') !== '' || typed.leftOut.includes(id),
        choose: nothing,
      }));
    case 'completion':
    case 'ratings':
      return [];
  }
}

/** Everything on the sheet that is given by itself, in the order of its parts. */
export function sheetRows(view: DeskView, typed: Typed): SheetRow[] {
  return view.forum.parts.flatMap((part) => rowsOfPart(part, view, typed));
}

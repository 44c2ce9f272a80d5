import { focusEditorIn } from '../../../ui/editor/RichEditor';
import { useKeys } from '../../../ui/keys';
import type { Sheet } from '../sheet/useSheet';

/** The keys of the Desk. */
export function useDeskKeys({
  sheet,
  pages,
  give,
  goNext,
  step,
  foldDocket,
  unfold,
  openRemarks,
  toggleRelease,
}: {
  sheet: Sheet | null;
  /** Where the pages have the focus the arrows scroll them. */
  pages: React.RefObject<HTMLElement | null>;
  give: (andNext: boolean) => void;
  goNext: () => void;
  step: (by: number) => void;
  foldDocket: () => void;
  unfold: () => void;
  openRemarks: () => void;
  toggleRelease: () => void;
}): void {
  const choices = sheet?.rows.some((row) => row.choices > 0) ?? false;
  const arrowsChoose = () => document.activeElement !== pages.current;
  const digit = (nth: number) => {
    if (choices) sheet?.choose(nth);
    else if (sheet?.rows[nth]) sheet.goTo(sheet.rows[nth].id);
  };
  useKeys([
    {
      on: 'Ctrl+Enter',
      keys: 'Ctrl ↵',
      does: 'give the score and open the next ready student',
      run: () => give(true),
    },
    { on: 'a', keys: 'A', does: 'accept the suggested score and stay', run: () => give(false) },
    { on: 'n', keys: 'N', does: 'open the next ready student', run: goNext },
    { on: 'j', keys: 'J', does: 'open the next student of the docket', run: () => step(1) },
    { on: 'k', keys: 'K', does: 'open the student before', run: () => step(-1) },
    {
      on: 'ArrowDown',
      keys: '↓',
      does: 'go to what is given next',
      when: arrowsChoose,
      run: () => sheet?.step(1),
    },
    {
      on: 'ArrowUp',
      keys: '↑',
      does: 'go to what is given before',
      when: arrowsChoose,
      run: () => sheet?.step(-1),
    },
    ...[0, 1, 2, 3, 4, 5, 6, 7, 8].map((nth) => ({
      on: String(nth + 1),
      keys: nth === 0 ? '1 to 9' : '',
      does: nth > 0 ? '' : choices ? 'choose the level' : 'go to the points of a part',
      run: () => digit(nth),
    })),
    { on: 'd', keys: 'D', does: 'fold the docket away, or bring it back', run: foldDocket },
    { on: 'o', keys: 'O', does: 'unfold what the posts reply to, or fold it', run: unfold },
    { on: 's', keys: 'S', does: 'put in a saved remark', run: openRemarks },
    { on: 'u', keys: 'U', does: 'undo the last change on the sheet', run: () => sheet?.state.undo() },
    {
      on: 'r',
      keys: 'R',
      does: 'write the remark',
      run: () => focusEditorIn('#sheet-remark'),
    },
    { on: 'e', keys: 'E', does: 'release this score, or take it back', run: toggleRelease },
  ]);
}

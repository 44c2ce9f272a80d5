import { pointWords } from '../../../../words/numbers';
import { Kbd } from '../../../ui/keys';
import type { Sheet } from './useSheet';

/**
 * Gives the score as it stands and opens the next student who is ready; nothing where nothing can be given.
 *
 * @param enter leads to where missing points are entered, where that is not in sight
 */
export function GiveBar({ sheet, give, enter }: { sheet: Sheet; give: () => void; enter?: () => void }) {
  const { view, suggestion, decisions, busy } = sheet.now;
  const isNotAsked = view.notAsked !== null && view.score.points === null && suggestion === null;
  if (view.score.excused || isNotAsked) return null;
  const isIncomplete = suggestion === null || (suggestion.incomplete && decisions.override === null);
  return (
    <div className="ruled raised flex shrink-0 gap-2 border-t p-3 min-[900px]:p-4">
      {isIncomplete && enter && (
        <button type="button" className="btn btn-primary grow" onClick={enter}>
          Enter points
        </button>
      )}
      <button
        type="button"
        className="btn btn-primary grow"
        hidden={isIncomplete && enter !== undefined}
        disabled={busy || isIncomplete}
        onClick={give}
      >
        {isIncomplete
          ? 'Points are missing'
          : `${view.state === 'changed' ? 'Confirm' : 'Give'} ${pointWords(suggestion.points!)}, next ready`}{' '}
        <Kbd>Ctrl ↵</Kbd>
      </button>
    </div>
  );
}

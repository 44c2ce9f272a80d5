import { pointWords } from '../../../../words/numbers';
import { Kbd } from '../../../ui/keys';
import { lacksPoints } from '../../../../core/scoring/suggest';
import { isNothingToScore } from './whatIsMissing';
import type { Sheet } from './useSheet';

/**
 * Gives the score as it stands and opens the next student who is ready; nothing where nothing can be given.
 *
 * @param enter leads to where missing points are entered, where that is not in sight
 */
export function GiveBar({ sheet, give, enter }: { sheet: Sheet; give: () => void; enter?: () => void }) {
  const { view, suggestion, busy } = sheet.now;
  if (view.score.excused || isNothingToScore(sheet.now)) return null;
  const isIncomplete = lacksPoints(suggestion, sheet.now.decisions);
  return (
    <div className="ruled raised flex shrink-0 gap-2 border-t p-3 min-[900px]:p-4">
      {isIncomplete && enter ? (
        <button type="button" className="btn btn-primary grow" onClick={enter}>
          Enter points
        </button>
      ) : (
        <button type="button" className="btn btn-primary grow" disabled={busy || isIncomplete} onClick={give}>
          {isIncomplete
            ? 'Points are missing'
            : `${view.state === 'changed' ? 'Confirm' : 'Give'} ${pointWords(suggestion!.points!)}, next ready`}{' '}
          <Kbd>Ctrl ↵</Kbd>
        </button>
      )}
    </div>
  );
}

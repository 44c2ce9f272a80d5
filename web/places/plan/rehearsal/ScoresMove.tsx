import { useState } from 'react';
import type { z } from 'zod';
import type { scoresMoveCounts } from '../../../../contract/plan';
import { Dialog } from '../../../ui/Dialog';
import { plural } from '../../../../words/numbers';
import { RadioLine } from '../../../ui/RadioLine';

/** What is to become of given scores. */
export interface ScoresChoice {
  readonly give: 'stay' | 'anew';
  readonly overrides: boolean;
}

/** Before rules are saved by which given scores would be others: whether they stay, or are given anew. */
export function ScoresMove({
  counts,
  confirm,
  look,
  close,
}: {
  counts: z.infer<typeof scoresMoveCounts>;
  confirm: (choice: ScoresChoice) => void;
  /** Shows which ones, and from what to what. */
  look: () => void;
  close: () => void;
}) {
  const [give, setGive] = useState<ScoresChoice['give']>('stay');
  const [overrides, setOverrides] = useState(false);
  const { moves, overridden, left } = counts;
  const anew = moves + (overrides ? overridden : 0);
  return (
    <Dialog title="Scores have been given by the previous rules" onClose={close}>
      <fieldset className="space-y-2">
        <legend className="sr-only">What happens to them</legend>
        <RadioLine
          name="scores"
          checked={give === 'stay'}
          choose={() => setGive('stay')}
          className="flex items-start gap-2.5 [&>input]:mt-0.5"
        >
          <span>
            They stay as they are
            <span className="quiet block text-sm">The new rules apply to scores given from now on.</span>
          </span>
        </RadioLine>
        <RadioLine
          name="scores"
          checked={give === 'anew'}
          choose={() => setGive('anew')}
          className="flex items-start gap-2.5 [&>input]:mt-0.5"
        >
          <span>
            Give {plural(anew, 'score')} again by the new rules
            <span className="quiet block text-sm">What is released stays released, with the new points.</span>
          </span>
        </RadioLine>
        {overridden > 0 && (
          <label className="ml-7 flex items-start gap-2.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm mt-0.5"
              disabled={give === 'stay'}
              checked={overrides}
              onChange={(event) => setOverrides(event.target.checked)}
            />
            <span>Also {plural(overridden, 'total')} that someone gave instead of the computed one</span>
          </label>
        )}
      </fieldset>
      {left > 0 && (
        <p className="quiet mt-3 text-sm">
          {plural(left, 'score')} {left === 1 ? 'stays' : 'stay'} either way: posts changed since, or points
          are missing by the new rules.
        </p>
      )}
      <p className="mt-5 flex items-center gap-4">
        <button type="button" className="btn btn-primary" onClick={() => confirm({ give, overrides })}>
          {give === 'stay' ? 'Save, scores stay' : `Save and give ${plural(anew, 'score')} again`}
        </button>
        <button type="button" className="link-plain" onClick={look}>
          Look at them first
        </button>
      </p>
    </Dialog>
  );
}

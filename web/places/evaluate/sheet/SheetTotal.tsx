import { useState } from 'react';
import { Explanation } from '../../../ui/Explanation';
import { maximumWords, pointWords } from '../../../../words/numbers';
import { amountWords, explanationWords, isStart } from '../../../../words/explanation';
import { ReasonedPoints } from './ReasonedPoints';
import type { Sheet } from './useSheet';

/** What is taken and added, the total that adds itself up, and another in its place. */
export function SheetTotal({ sheet, isIncomplete }: { sheet: Sheet; isIncomplete: boolean }) {
  const { state, now } = sheet;
  const { view, typed, suggestion, unreadable } = now;
  const [adjusts, setAdjusts] = useState(typed.adjust !== '');
  const [other, setOther] = useState(typed.override !== '');
  const total = suggestion?.points ?? null;
  const fieldProblem = (field: string) => (unreadable?.field.startsWith(field) ? unreadable.message : null);
  return (
    <>
      {suggestion?.lines
        .filter((line) => !isStart(line) && line.code !== 'override')
        .map((line, index) => (
          <p key={index} className="flex justify-between gap-3 pt-2 text-sm">
            <span>{explanationWords(line, view.forum.parts)}</span>
            <span className="num whitespace-nowrap text-late">{amountWords(line)}</span>
          </p>
        ))}
      <p className="flex items-baseline justify-between pt-3 font-serif text-xl font-bold" aria-live="polite">
        <span>Total</span>
        <span className="num">
          {total === null || (isIncomplete && total === 0) ? '–' : pointWords(total)}{' '}
          <span className="quiet font-sans text-base font-normal">/ {maximumWords(view.forum.maximum)}</span>
        </span>
      </p>
      {suggestion?.gate === 'undecided' && (
        <p className="quiet text-sm">
          Whether the initial post is on time is not decided yet; nothing is deducted for now.
        </p>
      )}
      {adjusts && (
        <ReasonedPoints
          title="Adjustment"
          hint="Added, or deducted with a minus sign"
          points={typed.adjust}
          why={typed.adjustWhy}
          problem={fieldProblem('adjust')}
          change={(points, why) => state.change({ adjust: points, adjustWhy: why })}
          drop={{ words: 'No adjustment', run: () => setAdjusts(false) }}
        />
      )}
      {other && (
        <ReasonedPoints
          title="Another total"
          points={typed.override}
          why={typed.why}
          problem={fieldProblem('override')}
          change={(points, why) => state.change({ override: points, why })}
          drop={{ words: 'Use the suggested total', run: () => setOther(false) }}
        />
      )}
      <p className="flex flex-wrap gap-x-4 text-sm">
        {!adjusts && (
          <button type="button" className="link-plain" onClick={() => setAdjusts(true)}>
            Adjust the total
          </button>
        )}
        {!other && (
          <button type="button" className="link-plain" onClick={() => setOther(true)}>
            Give another total
          </button>
        )}
      </p>
      {suggestion && suggestion.lines.length > 0 && !isIncomplete && (
        <details className="mt-3">
          <summary className="link-plain text-sm">Why this score</summary>
          <div className="mt-2">
            <Explanation lines={suggestion.lines} parts={view.forum.parts} total={suggestion.points} />
          </div>
        </details>
      )}
    </>
  );
}

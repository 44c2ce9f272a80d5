import { lazy, Suspense, useState } from 'react';
import type { Part } from '../../core/course/evaluation';
import { maximumWords } from '../../words/numbers';

const ScoredParts = lazy(async () => ({ default: (await import('./ScoredParts')).ScoredParts }));

/** How a forum is scored, part by part, to be read before writing; the parts are fetched when somebody unfolds it. */
export function HowScored({
  scoring,
}: {
  scoring: { readonly maximum: number; readonly parts: readonly Part[] };
}) {
  const [isWanted, setWanted] = useState(false);
  return (
    <details onToggle={({ currentTarget }) => currentTarget.open && setWanted(true)}>
      <summary className="link-plain">How it is scored: {maximumWords(scoring.maximum)} points</summary>
      {isWanted && (
        <Suspense>
          <ScoredParts parts={scoring.parts} />
        </Suspense>
      )}
    </details>
  );
}

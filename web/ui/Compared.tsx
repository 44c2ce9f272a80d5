import type { Stretch } from '../../core/text/compareWords';

/** Two versions in one text: what was taken away is struck through, what came is underlined; both are named for screen readers. */
export function Compared({ stretches }: { stretches: readonly Stretch[] }) {
  return (
    <div className="font-serif text-base leading-relaxed whitespace-pre-wrap">
      {stretches.map(({ kind, text }, index) =>
        kind === 'same' ? (
          <span key={index}>{text}</span>
        ) : kind === 'added' ? (
          <ins key={index} className="decoration-2 underline-offset-4 bg-river-wash decoration-river">
            <span className="sr-only"> added: </span>
            {text}
            <span className="sr-only"> end of added </span>
          </ins>
        ) : (
          <del key={index} className="mr-1 text-seal bg-seal-wash">
            <span className="sr-only"> removed: </span>
            {text}
            <span className="sr-only"> end of removed </span>
          </del>
        ),
      )}
    </div>
  );
}

import type { Marked } from '../../core/textInCommon/markedText';
import { LEFT_OUT } from '../../words/textInCommon';

/** A text with its passages marked and numbered, and what is left out set lighter; both are named for screen readers. */
export function MarkedText({ marked }: { marked: readonly Marked[] }) {
  return (
    <div className="font-serif text-base leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]">
      {marked.map(({ text, passage, leftOut }, index) => {
        if (passage !== null)
          return (
            <mark
              key={index}
              className="rounded-sm text-inherit bg-river-wash decoration-river underline decoration-2 underline-offset-4"
            >
              <span className="sr-only"> passage {passage + 1}: </span>
              <sup aria-hidden className="num mr-0.5 font-sans text-[0.65em] font-bold no-underline">
                {passage + 1}
              </sup>
              {text}
              <span className="sr-only"> end of passage </span>
            </mark>
          );
        if (leftOut !== null)
          return (
            <span key={index} className="quiet italic" title={`Left out: ${LEFT_OUT[leftOut]}`}>
              <span className="sr-only"> left out, {LEFT_OUT[leftOut]}: </span>
              {text}
            </span>
          );
        return <span key={index}>{text}</span>;
      })}
    </div>
  );
}

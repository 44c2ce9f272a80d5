import { useId } from 'react';
import type { Slot } from '../../core/participation/slot';
import { requirementOf } from '../../core/participation/requirements/requirements';
import { tallyWords } from '../../words/tally';

type Mark = Pick<Slot, 'kind' | 'number' | 'state' | 'daysLate'> & { readonly overdue?: boolean };

const TALL = 20;
const SHORT = 12;
const GAP = 3;
const TINY = 5;

/** First posts are tall and wide, what is asked of a post besides is tiny; reviews hang from the top. */
function sizeOf({ kind }: Mark): { width: number; height: number; y: number } {
  const { isPost, basis } = requirementOf(kind);
  if (basis === 'reviews') return { width: 5, height: SHORT, y: 0 };
  if (!isPost) return { width: 4, height: TINY, y: TALL - TINY };
  return basis === 'initial'
    ? { width: 6, height: TALL, y: 0 }
    : { width: 4, height: SHORT, y: TALL - SHORT };
}

function Bar({ mark, x, hatch }: { mark: Mark; x: number; hatch: string }) {
  const { width, height, y } = sizeOf(mark);
  const outline = { x: x + 0.5, width: width - 1, fill: 'none', strokeWidth: 1 };
  switch (mark.state) {
    case 'met':
      return <rect x={x} y={y} width={width} height={height} fill="var(--done)" />;
    case 'metLate':
      return (
        <rect
          x={x + 0.5}
          y={y + 0.5}
          width={width - 1}
          height={height - 1}
          fill={`url(#${hatch})`}
          stroke="var(--late-fill)"
        />
      );
    case 'short':
      return <rect x={x} y={TALL - height / 2} width={width} height={height / 2} fill="var(--late-fill)" />;
    case 'pending':
      return (
        <rect {...outline} y={y + 0.5} height={height - 1} stroke="currentColor" strokeDasharray="1 1.5" />
      );
    case 'open':
      return <rect {...outline} y={y + 0.5} height={height - 1} stroke="var(--quiet)" />;
    case 'missed':
      return (
        <path
          d={`M${x + 0.5} ${y + height * 0.38}V${y + 0.5}h${width - 1}v${height * 0.38 - 0.5}M${x + 0.5} ${y + height * 0.66}V${y + height - 0.5}h${width - 1}V${y + height * 0.66}`}
          fill="none"
          stroke="var(--seal)"
        />
      );
  }
}

/**
 * Which required posts a student has made: a tall bar for each initial post, short bars for the replies, hanging ones for reviews, in slot order.
 * Solid: met. Hatched: late. Half height: too short. Outline: open. Outline with a gap: missed. Dotted: waiting.
 */
export function Tally({ slots, scale = 1 }: { slots: readonly Mark[]; scale?: number }) {
  const hatch = useId();
  if (slots.length === 0) return null;
  const width = slots.reduce((sum, mark) => sum + sizeOf(mark).width + GAP, -GAP);
  const starts = slots.map((_, index) =>
    slots.slice(0, index).reduce((sum, mark) => sum + sizeOf(mark).width + GAP, 0),
  );
  return (
    <svg
      role="img"
      aria-label={tallyWords(slots)}
      width={width * scale}
      height={TALL * scale}
      viewBox={`0 0 ${width} ${TALL}`}
      className="shrink-0"
    >
      <title>{tallyWords(slots)}</title>
      <defs>
        <pattern id={hatch} width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1.6" height="3" fill="var(--late-fill)" />
        </pattern>
      </defs>
      {slots.map((mark, index) => (
        <Bar key={index} mark={mark} x={starts[index]!} hatch={hatch} />
      ))}
    </svg>
  );
}

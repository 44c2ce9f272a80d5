import type { ReactNode } from 'react';
import type { Openings, Readers } from '../../../../core/course/forum';

const line = { stroke: 'currentColor', strokeWidth: 1.6, fill: 'none', strokeLinecap: 'round' } as const;

/** A small drawing of what starts a conversation. */
export function OpeningsDrawing({ of }: { of: Openings }) {
  return (
    <svg width="34" height="24" viewBox="0 0 34 24" aria-hidden {...line}>
      {of === 'answerPrompt' && (
        <>
          <path d="M2 3h22" strokeWidth="2.6" />
          <path d="M8 9h20M8 14h14M8 19h18" />
        </>
      )}
      {of === 'answerQuestions' && (
        <>
          <circle cx="4" cy="4" r="2.4" fill="currentColor" />
          <circle cx="4" cy="12" r="2.4" fill="currentColor" />
          <circle cx="4" cy="20" r="2.4" />
          <path d="M11 4h18M11 12h13M11 20h16" />
        </>
      )}
      {of === 'oneThreadEach' && (
        <>
          <path d="M4 3v18M13 3v12M22 3v15M31 3v9" />
          <path d="M2 3h4M11 3h4M20 3h4M29 3h4" strokeWidth="2.6" />
        </>
      )}
      {of === 'threadsFreely' && (
        <>
          <path d="M3 5h9M3 10h6M19 3h11M19 8h8M8 17h12M8 22h7M25 15h6M25 20h4" />
        </>
      )}
    </svg>
  );
}

/** A small drawing of who reads. */
export function ReadersDrawing({ of }: { of: Readers }) {
  const dot = (x: number, y: number, solid = true) => (
    <circle key={`${x} ${y}`} cx={x} cy={y} r="2.3" fill={solid ? 'currentColor' : 'none'} />
  );
  return (
    <svg width="34" height="24" viewBox="0 0 34 24" aria-hidden {...line}>
      {of === 'class' && (
        <>
          <rect x="1.5" y="1.5" width="31" height="21" rx="6" />
          {[8, 17, 26].flatMap((x) => [dot(x, 8), dot(x, 16)])}
        </>
      )}
      {of === 'section' && (
        <>
          <rect x="1.5" y="1.5" width="14" height="21" rx="5" />
          <rect x="18.5" y="1.5" width="14" height="21" rx="5" />
          {[dot(8.5, 8), dot(8.5, 16), dot(25.5, 8), dot(25.5, 16)]}
        </>
      )}
      {of === 'group' && (
        <>
          {[6, 17, 28].flatMap((x) => [
            <rect key={x} x={x - 4.6} y="1.5" width="9.2" height="21" rx="4" />,
            dot(x, 8),
            dot(x, 16),
          ])}
        </>
      )}
      {of === 'staff' && (
        <>
          {dot(17, 5)}
          <path d="M17 9v5M17 9l-10 5M17 9l10 5" strokeDasharray="2 2.5" />
          {[dot(6, 19, false), dot(17, 19, false), dot(28, 19, false)]}
        </>
      )}
    </svg>
  );
}

export interface ChoiceCard<V extends string> {
  readonly value: V;
  readonly title: string;
  /** One sentence on when to use it. */
  readonly when: string;
  readonly drawing: ReactNode;
  /** Why it cannot be chosen now. */
  readonly not?: string;
}

/** A plain question whose answers are cards, each with a drawing and when to use it; radio buttons underneath. */
export function ChoiceCards<V extends string>({
  name,
  label,
  value,
  choices,
  onChange,
}: {
  name: string;
  label: string;
  value: V;
  choices: readonly ChoiceCard<V>[];
  onChange: (value: V) => void;
}) {
  return (
    <div role="radiogroup" aria-label={label} className="grid grid-cols-2 gap-2 sm:grid-cols-4">
      {choices.map((choice) => {
        const chosen = choice.value === value;
        return (
          <label
            key={choice.value}
            title={choice.not}
            className={`rounded-box relative block border p-2.5 leading-snug focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-primary ${chosen ? 'border-primary bg-river-wash' : 'ruled raised'} ${choice.not && !chosen ? 'cursor-not-allowed opacity-60' : 'cursor-pointer'}`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              value={choice.value}
              checked={chosen}
              disabled={Boolean(choice.not) && !chosen}
              onChange={() => onChange(choice.value)}
            />
            <span className={chosen ? 'text-primary' : 'quiet'}>{choice.drawing}</span>
            <span className="mt-1 block text-sm font-semibold">{choice.title}</span>
            <span className="quiet block text-xs">{choice.not && !chosen ? choice.not : choice.when}</span>
          </label>
        );
      })}
    </div>
  );
}

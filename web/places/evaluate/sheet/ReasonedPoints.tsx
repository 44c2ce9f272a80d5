import { Problem } from '../../../ui/Problem';
/** Points that need a reason, which the student reads. */
export function ReasonedPoints({
  title,
  hint,
  points,
  why,
  problem,
  change,
  drop,
}: {
  title: string;
  hint?: string;
  points: string;
  why: string;
  problem: string | null;
  change: (points: string, why: string) => void;
  /** How it is taken back. */
  drop: { readonly words: string; readonly run: () => void };
}) {
  return (
    <div className="ruled mt-2 space-y-2 border-t py-3">
      <label className="flex items-center justify-between gap-3">
        <span>
          {title}
          {hint && <span className="quiet block text-xs">{hint}</span>}
        </span>
        <input
          className="input input-sm raised num h-9 w-20 text-right font-semibold"
          inputMode="decimal"
          aria-label={title}
          value={points}
          onChange={(event) => change(event.target.value, why)}
          autoFocus={points === ''}
        />
      </label>
      <input
        className="input input-sm raised h-9 w-full"
        aria-label={`Why ${title.toLowerCase().replace(/^adjustment/, 'the adjustment')}`}
        placeholder="Why (the student reads it)"
        maxLength={400}
        value={why}
        onChange={(event) => change(points, event.target.value)}
      />
      <Problem className="text-sm">{problem}</Problem>
      <button
        type="button"
        className="link-plain text-sm"
        onClick={() => {
          drop.run();
          change('', '');
        }}
      >
        {drop.words}
      </button>
    </div>
  );
}

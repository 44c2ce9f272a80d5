import { ArrowDown, ArrowUp, Copy, Plus, X } from 'lucide-react';

/** What can be done to a row of a list: moved up or down where order matters, and taken away while nothing stands in it. */
export function RowActions({
  name,
  index,
  last,
  move,
  copy,
  remove,
  used = 0,
}: {
  /** The kind of row, as `unit`. */
  name: string;
  index: number;
  last: number;
  move?: (from: number, to: number) => void;
  /** Puts one like it below. */
  copy?: (index: number) => void;
  remove: (index: number) => void;
  /** How many forums stand in it. */
  used?: number;
}) {
  const title = `${name[0]!.toUpperCase()}${name.slice(1)} ${index + 1}`;
  const step = (by: 1 | -1) => {
    const Arrow = by < 0 ? ArrowUp : ArrowDown;
    return (
      move && (
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`${title} ${by < 0 ? 'earlier' : 'later'}`}
          disabled={index === (by < 0 ? 0 : last)}
          onClick={() => move(index, index + by)}
        >
          <Arrow className="size-3.5" aria-hidden />
        </button>
      )
    );
  };
  return (
    <span className="inline-flex">
      {step(-1)}
      {step(1)}
      {copy && (
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Duplicate ${name} ${index + 1}`}
          onClick={() => copy(index)}
        >
          <Copy className="size-3.5" aria-hidden />
        </button>
      )}
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={`Remove ${name} ${index + 1}`}
        title={used > 0 ? 'It contains forums; move them first' : undefined}
        disabled={used > 0}
        onClick={() => remove(index)}
      >
        <X className="size-3.5" aria-hidden />
      </button>
    </span>
  );
}

/** The button below a list that adds a row. */
export function AddRow({ name, add }: { name: string; add: () => void }) {
  return (
    <button type="button" className="btn btn-sm raised ruled h-9" onClick={add}>
      <Plus className="size-4" aria-hidden />
      Add {/^[aeio]/.test(name) ? 'an' : 'a'} {name}
    </button>
  );
}

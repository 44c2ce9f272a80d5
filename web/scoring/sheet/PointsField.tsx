import type { Part } from '../../../core/course/evaluation';
import type { PartOnSheet } from '../partFace';
import { fieldId } from './fieldId';

/** A field for points: the arrows and Enter go from one to the next, a comma is a point. */
export function PointsField({
  at,
  row,
  id = fieldId(row),
  label,
  value,
  change,
  placeholder = '–',
}: {
  at: Pick<PartOnSheet<Part, object>, 'active' | 'mark' | 'step' | 'problem'>;
  row: string;
  id?: string;
  label: string;
  value: string;
  change: (value: string) => void;
  placeholder?: string;
}) {
  const isWrong = at.problem(row) !== null;
  return (
    <input
      id={id}
      inputMode="decimal"
      autoComplete="off"
      aria-invalid={isWrong}
      aria-label={label}
      className={`input input-sm raised num h-9 w-20 text-right font-semibold ${isWrong ? 'input-error' : ''}`}
      value={value}
      placeholder={placeholder}
      onFocus={() => {
        if (at.active !== row) at.mark(row);
      }}
      onChange={(event) => change(event.target.value)}
      onKeyDown={(event) => {
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : 0;
        if (by === 0) return;
        event.preventDefault();
        at.step(by);
      }}
    />
  );
}

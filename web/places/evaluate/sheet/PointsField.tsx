import { fieldId, type Sheet } from './useSheet';

/** A field for points: the arrows and Enter go from one to the next, a comma is a point. */
export function PointsField({
  sheet,
  row,
  id = fieldId(row),
  label,
  value,
  isWrong,
  change,
  placeholder = '–',
}: {
  sheet: Sheet;
  row: string;
  id?: string;
  label: string;
  value: string;
  isWrong: boolean;
  change: (value: string) => void;
  placeholder?: string;
}) {
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
        if (sheet.active !== row) sheet.mark(row);
      }}
      onChange={(event) => change(event.target.value)}
      onKeyDown={(event) => {
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : 0;
        if (by === 0) return;
        event.preventDefault();
        sheet.step(by);
      }}
    />
  );
}

import { useState } from 'react';
import { holdsWords } from '../../core/text/foldText';

/** From how many on a field to find among them stands above. */
const MANY = 12;

/** Several of a list to tick, with a field to find among many; what is chosen stays in sight. */
export function PickMany({
  items,
  chosen,
  change,
  beside,
}: {
  items: readonly { readonly id: string; readonly title: string }[];
  chosen: readonly string[];
  change: (chosen: string[]) => void;
  /** Stands before the field. */
  beside?: React.ReactNode;
}) {
  const [find, setFind] = useState('');
  const shown = items.filter(({ id, title }) => chosen.includes(id) || holdsWords(title, find));
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        {beside}
        {items.length > MANY && (
          <input
            className="input input-sm raised h-9 w-44"
            aria-label="Find among them"
            placeholder="Find"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        )}
      </div>
      <div className="mt-2 grid max-h-32 grid-cols-2 gap-x-4 overflow-y-auto sm:grid-cols-3">
        {shown.map(({ id, title }) => (
          <label key={id} className="flex items-center gap-2 py-0.5">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={chosen.includes(id)}
              onChange={(event) =>
                change(event.target.checked ? [...chosen, id] : chosen.filter((each) => each !== id))
              }
            />
            <span className="truncate">{title}</span>
          </label>
        ))}
      </div>
    </>
  );
}

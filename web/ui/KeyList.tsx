import { useState } from 'react';
import { isCharacter, keyFor, pressed, setShortcuts, useShortcuts } from '../data/shortcuts';
import { Dialog } from './Dialog';
import { Kbd, type KeyHint } from './Kbd';

const shownAs = (key: string) => (key === key.toLowerCase() ? key.toUpperCase() : `Shift ${key}`);

/** The keys of the screen at hand; each can be changed, and those that work by themselves turned off. */
export function KeyList({ hints, close }: { hints: readonly KeyHint[]; close: () => void }) {
  const shortcuts = useShortcuts();
  /** The key that is being changed. */
  const [changing, setChanging] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const isChanged = Object.keys(shortcuts.changed).length > 0;
  const take = (on: string, key: string) => {
    const other = hints.find(
      (hint) => hint.on !== on && hint.on !== undefined && keyFor(hint.on, shortcuts) === key,
    );
    if (other !== undefined) return setProblem(`${shownAs(key)} is already the key to ${other.does}.`);
    const { [on]: _, ...rest } = shortcuts.changed;
    setShortcuts({ ...shortcuts, changed: key === on ? rest : { ...rest, [on]: key } });
    setProblem(null);
    setChanging(null);
  };
  return (
    <Dialog title="Keyboard shortcuts" onClose={close}>
      <label className="flex items-center gap-2.5">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={!shortcuts.off}
          onChange={(event) => setShortcuts({ ...shortcuts, off: !event.target.checked })}
        />
        Use shortcuts of a single key
      </label>
      <p role="status" className="mt-1 min-h-6 text-sm">
        {problem ?? (changing !== null && 'Press the new key, or Esc to keep the old one.')}
      </p>
      <table className="w-full">
        <tbody>
          {hints.map((hint) => {
            const { on } = hint;
            const now = on === undefined ? null : keyFor(on, shortcuts);
            const canChange = on !== undefined && isCharacter(on) && !shortcuts.off;
            return (
              <tr key={hint.keys + hint.does} className="ruled border-b last:border-0">
                <th scope="row" className="w-28 py-1.5 pr-4 text-left font-normal">
                  <Kbd>
                    {on !== undefined && shortcuts.changed[on] !== undefined
                      ? shownAs(shortcuts.changed[on])
                      : hint.keys}
                  </Kbd>
                </th>
                <td className={`py-1.5 ${on !== undefined && now === null ? 'quiet line-through' : ''}`}>
                  {hint.does}
                </td>
                <td className="py-1.5 pl-3 text-right">
                  {canChange && (
                    <button
                      type="button"
                      className="link-plain text-sm"
                      aria-label={`Change the key to ${hint.does}`}
                      aria-pressed={changing === on}
                      onClick={() => {
                        setProblem(null);
                        setChanging(changing === on ? null : on);
                      }}
                      onKeyDown={(event) => {
                        if (changing !== on || event.nativeEvent.isComposing) return;
                        const key = pressed(event.nativeEvent);
                        if (key === 'Escape') {
                          event.preventDefault();
                          event.stopPropagation();
                          setChanging(null);
                        } else if (isCharacter(key) && key !== ' ' && !event.ctrlKey && !event.metaKey) {
                          event.preventDefault();
                          take(on, key);
                        }
                      }}
                    >
                      {changing === on ? 'Press a key' : 'Change'}
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {isChanged && (
        <p className="mt-3">
          <button
            type="button"
            className="link-plain text-sm"
            onClick={() => setShortcuts({ ...shortcuts, changed: {} })}
          >
            Restore the original keys
          </button>
        </p>
      )}
    </Dialog>
  );
}

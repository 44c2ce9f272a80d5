import {
  createContext,
  use,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { Dialog } from './Dialog';

/** A key of the screen at hand: what to press, what it does. */
export interface KeyHint {
  readonly keys: string;
  readonly does: string;
}
/** A key with its action. Without Ctrl it works only while no text field has the focus. */
export interface KeyAction extends KeyHint {
  /** As KeyboardEvent.key; `Ctrl+Enter` for that. With empty `keys` it works, and the help does not list it by itself. */
  readonly on: string;
  readonly run: () => void;
  /** Where it says no, the key does what it does in the browser. */
  readonly when?: () => boolean;
}

const KeysContext = createContext<{
  set: (owner: symbol, hints: readonly KeyHint[]) => void;
  show: () => void;
} | null>(null);

/** Whether typing goes into something. */
function inTextField(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !/^(checkbox|radio|button|range)$/.test(target.type);
  return target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName);
}

/** A key as it is drawn on the keyboard. */
export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd className="ruled rounded border px-1 py-px font-sans text-[0.7rem] font-semibold opacity-80">
      {children}
    </kbd>
  );
}

/** Keeps the keys of the screen at hand, and shows them on `?`. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const [owners, setOwners] = useState<ReadonlyMap<symbol, readonly KeyHint[]>>(new Map());
  const [open, setOpen] = useState(false);
  const value = useMemo(
    () => ({
      set: (owner: symbol, hints: readonly KeyHint[]) =>
        setOwners((before) => {
          const next = new Map(before);
          if (hints.length === 0) next.delete(owner);
          else next.set(owner, hints);
          return next;
        }),
      show: () => setOpen(true),
    }),
    [],
  );
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key === '?' && !inTextField(event.target)) setOpen(true);
      if (event.key === 'Escape' && inTextField(event.target)) (event.target as HTMLElement).blur();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  const hints = [...owners.values()].flat();
  return (
    <KeysContext value={value}>
      {children}
      {open && (
        <Dialog title="Keys of this screen" onClose={() => setOpen(false)}>
          <table className="w-full">
            <tbody>
              {[
                ...hints,
                { keys: 'Esc', does: 'leave a text field' },
                { keys: '?', does: 'show this list' },
              ].map((hint) => (
                <tr key={hint.keys + hint.does} className="ruled border-b last:border-0">
                  <th scope="row" className="py-1.5 pr-4 text-left font-normal">
                    <Kbd>{hint.keys}</Kbd>
                  </th>
                  <td className="py-1.5">{hint.does}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Dialog>
      )}
    </KeysContext>
  );
}

/** Opens the list of keys. */
export function useKeyHelp(): () => void {
  return use(KeysContext)!.show;
}

/** Makes keys work on this screen and lists them in the help. */
export function useKeys(actions: readonly KeyAction[]): void {
  const context = use(KeysContext)!;
  const latest = useRef(actions);
  // Before anything is painted: whoever sees the screen can press its keys.
  useLayoutEffect(() => {
    latest.current = actions;
  });
  const listed = JSON.stringify(actions.flatMap(({ keys, does }) => (keys === '' ? [] : [{ keys, does }])));
  useEffect(() => {
    const owner = Symbol('keys');
    context.set(owner, JSON.parse(listed) as KeyHint[]);
    return () => context.set(owner, []);
  }, [context, listed]);
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.altKey || document.querySelector('dialog[open]')) return;
      const ctrl = event.ctrlKey || event.metaKey;
      if (!ctrl && inTextField(event.target)) return;
      const name = ctrl ? `Ctrl+${event.key}` : event.key;
      const action = latest.current.find(({ on }) => on === name);
      if (!action || action.when?.() === false) return;
      event.preventDefault();
      action.run();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

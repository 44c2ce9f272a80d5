import {
  lazy,
  Suspense,
  createContext,
  use,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { keyFor, pressed, shortcutsNow } from '../data/shortcuts';
import type { KeyHint } from './Kbd';

export { Kbd } from './Kbd';

const KeyList = lazy(async () => ({ default: (await import('./KeyList')).KeyList }));

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
      // What is being composed, in Chinese or Japanese for instance, is not finished yet: no key of it is ours.
      if (event.isComposing) return;
      const isHelp = pressed(event) === keyFor('?', shortcutsNow());
      if (isHelp && !inTextField(event.target) && !document.querySelector('dialog[open]')) setOpen(true);
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
        <Suspense>
          <KeyList
            hints={[
              ...hints,
              { keys: 'Esc', does: 'leave a text field' },
              { keys: '?', does: 'show this list', on: '?' },
            ]}
            close={() => setOpen(false)}
          />
        </Suspense>
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
  const listed = JSON.stringify(
    actions.flatMap(({ keys, does, on }) => (keys === '' ? [] : [{ keys, does, on }])),
  );
  useEffect(() => {
    const owner = Symbol('keys');
    context.set(owner, JSON.parse(listed) as KeyHint[]);
    return () => context.set(owner, []);
  }, [context, listed]);
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.isComposing || event.altKey || document.querySelector('dialog[open]')) return;
      const ctrl = event.ctrlKey || event.metaKey;
      if (!ctrl && inTextField(event.target)) return;
      const key = pressed(event);
      const name = ctrl ? `Ctrl+${key}` : key;
      const shortcuts = shortcutsNow();
      const action = latest.current.find(({ on }) => keyFor(on, shortcuts) === name);
      if (!action || action.when?.() === false) return;
      event.preventDefault();
      action.run();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** Something that had the focus, with everything it stood in; where that was a dialog, with what had the focus when it opened. */
interface Focused {
  readonly element: HTMLElement;
  readonly within: readonly HTMLElement[];
  readonly beneath: Focused | null;
}

/** Where the focus may go, of what something stood in. */
const AROUND = 'article, dialog[open], section, form, li, [role=region], [tabindex]';

function ancestorsOf(element: HTMLElement): HTMLElement[] {
  const found: HTMLElement[] = [];
  for (let at = element.parentElement; at !== null; at = at.parentElement) found.push(at);
  return found;
}

/** What opened the menu that an element belongs to, for the menu goes with what is chosen in it; else the element itself. */
function openerOf(element: HTMLElement): HTMLElement {
  const menu = element.closest('[role=menu]');
  return (menu && document.querySelector<HTMLElement>(`[aria-controls="${menu.id}"]`)) ?? element;
}

const dialogOf = ({ element, within }: Focused) =>
  [element, ...within].find((each) => each instanceof HTMLDialogElement) ?? null;

/** What has the focus now, after what had it before. */
function focusedAfter(before: Focused | null, target: HTMLElement): Focused {
  const element = openerOf(target);
  const focused = { element, within: ancestorsOf(element), beneath: null };
  const dialog = dialogOf(focused);
  if (dialog === null || before === null) return focused;
  return { ...focused, beneath: dialogOf(before) === dialog ? before.beneath : before };
}

/** Gives an element the focus, also where it takes none by itself. */
export function focusOn(element: HTMLElement): void {
  if (element.tabIndex < 0 && !element.hasAttribute('tabindex')) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

/** Where the focus goes when what had it is gone: what it stood in, as near as there is, else the head of the page. */
function nearest({ element, within, beneath }: Focused): HTMLElement | null {
  if (element.isConnected) return element;
  const around = within.find((each) => each.isConnected && each.matches(AROUND));
  if (around) return around;
  if (beneath !== null) return nearest(beneath);
  return document.querySelector<HTMLElement>('main h1') ?? document.getElementById('main');
}

/**
 * From now on the focus never falls to the page's body: where what had it is removed, or a dialog closes whose opener is gone, it goes to
 * what is nearest, so that whoever uses a keyboard or a screen reader is not thrown back to the top. Whoever clicks beside everything means
 * that nothing has it.
 *
 * @returns ends it
 */
export function keepFocus(): () => void {
  let last: Focused | null = null;
  let waits = false;
  const isLost = () =>
    last !== null &&
    !last.element.isConnected &&
    (document.activeElement === null || document.activeElement === document.body);
  const note = ({ target }: FocusEvent) => {
    if (target instanceof HTMLElement && target !== document.body) last = focusedAfter(last, target);
  };
  const look = () => {
    if (waits || !isLost()) return;
    waits = true;
    // Whoever removed it may give the focus to something else at once.
    setTimeout(() => {
      waits = false;
      const next = isLost() ? nearest(last!) : null;
      if (next !== null) focusOn(next);
    }, 60);
  };
  const observer = new MutationObserver(look);
  observer.observe(document.body, { childList: true, subtree: true });
  document.addEventListener('focusin', note);
  return () => {
    observer.disconnect();
    document.removeEventListener('focusin', note);
  };
}

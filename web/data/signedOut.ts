/** The address of the page for signing in. */
export const SIGN_IN = '/sign-in';

/** Where somebody was when they turned out to be signed out: signing in leads back there. */
interface Left {
  readonly to?: string;
}

/** Puts the address of the sign-in page into the bar, and remembers the one that was asked for. */
export function atSignIn(): void {
  const { pathname, search, hash } = location;
  if (pathname === SIGN_IN) return;
  history.replaceState({ to: pathname + search + hash } satisfies Left, '', SIGN_IN);
}

/** Puts the address into the bar that whoever has just signed in wanted to go to. */
export function leaveSignIn(): void {
  const { to } = (history.state ?? {}) as Left;
  history.replaceState(null, '', to ?? '/');
}

/** Somebody signs out: whoever signs in next begins at the start. */
export function signedOutHere(): void {
  history.replaceState(null, '', SIGN_IN);
}

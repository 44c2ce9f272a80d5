import { useEffect, useState } from 'react';
import { RouterProvider } from 'react-router';
import { makeRouter } from './routes';
import { keepFocus } from './ui/focus/keepFocus';
import { KeysProvider } from './ui/keys';
import { Toasts } from './ui/Toasts';

/** Juror, for whoever is signed in. */
export default function App() {
  const [router] = useState(makeRouter);
  useEffect(keepFocus, []);
  // Who signs in next gets a router of their own, which begins at the address in the bar.
  useEffect(() => () => router.dispose(), [router]);
  return (
    <KeysProvider>
      <RouterProvider router={router} />
      <Toasts />
    </KeysProvider>
  );
}

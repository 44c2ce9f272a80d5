import { useEffect, useState } from 'react';
import { RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { useTheme } from './data/theme';
import { makeRouter } from './routes';
import { keepFocus } from './ui/focus/keepFocus';
import { KeysProvider } from './ui/keys';

function Toasts() {
  const theme = useTheme();
  return (
    <Toaster
      position="bottom-center"
      theme={theme === 'night' ? 'dark' : 'light'}
      toastOptions={{ style: { fontFamily: 'var(--font-sans)' } }}
    />
  );
}

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

import { useEffect, useState } from 'react';
import type { Toaster as ToasterType } from 'sonner';
import { useIsAttended } from '../data/activity';
import { useTheme } from '../data/theme';
import { toastsAreShown, whenToastsAreWanted } from './toast';

/** After so long it is tried again to fetch what shows messages, ms. */
const AGAIN = 3000;

/** Where messages that go by themselves are shown. */
export function Toasts() {
  const theme = useTheme();
  const isAttended = useIsAttended();
  const [isWanted, setWanted] = useState(false);
  const [Toaster, setToaster] = useState<typeof ToasterType | null>(null);
  useEffect(() => whenToastsAreWanted(() => setWanted(true)), []);
  const isLoading = isAttended || isWanted;
  useEffect(() => {
    if (!isLoading) return;
    let again: ReturnType<typeof setTimeout>;
    // Without a connection it is tried until there is one: what was to be said then is said then.
    const load = () =>
      import('sonner').then(
        (sonner) => setToaster(() => sonner.Toaster),
        () => (again = setTimeout(load, AGAIN)),
      );
    void load();
    return () => clearTimeout(again);
  }, [isLoading]);
  useEffect(() => {
    // It hears of messages from now on: what is drawn in another runs before.
    if (Toaster !== null) void import('sonner').then((sonner) => toastsAreShown(sonner.toast));
  }, [Toaster]);
  if (Toaster === null) return null;
  return (
    <Toaster
      position="bottom-center"
      theme={theme === 'night' ? 'dark' : 'light'}
      toastOptions={{ style: { fontFamily: 'var(--font-sans)' } }}
    />
  );
}

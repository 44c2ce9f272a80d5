import { useEffect, useState } from 'react';
import type * as Sonner from 'sonner';
import { useIsAttended } from '../data/activity';
import { keepTrying } from '../data/keepTrying';
import { useTheme } from '../data/theme';
import { toastsAreShown, whenToastsAreWanted } from './toast';

/** Where messages that go by themselves are shown. */
export function Toasts() {
  const theme = useTheme();
  const isAttended = useIsAttended();
  const [isWanted, setWanted] = useState(false);
  const [sonner, setSonner] = useState<typeof Sonner | null>(null);
  useEffect(() => whenToastsAreWanted(() => setWanted(true)), []);
  const isLoading = isAttended || isWanted;
  useEffect(() => {
    if (!isLoading) return;
    // Without a connection it is tried until there is one: what was to be said then is said then.
    return keepTrying(() => import('sonner'), setSonner);
  }, [isLoading]);
  useEffect(() => {
    // It hears of messages from now on: what is drawn in another runs before.
    if (sonner !== null) toastsAreShown(sonner.toast);
  }, [sonner]);
  if (sonner === null) return null;
  return (
    <sonner.Toaster
      position="bottom-center"
      theme={theme === 'night' ? 'dark' : 'light'}
      toastOptions={{ style: { fontFamily: 'var(--font-sans)' } }}
    />
  );
}

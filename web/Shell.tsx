import { lazy, Suspense } from 'react';
import { useSession } from './data/session';
import { SignIn } from './places/signIn/SignIn';
import { Loading } from './ui/states';

// Whoever signs in fetches no more than that takes; the rest comes once they are in, or with a link.
const App = lazy(() => import('./App'));
const ForgotPassword = lazy(async () => ({
  default: (await import('./places/signIn/ForgotPassword')).ForgotPassword,
}));
const SetPassword = lazy(async () => ({
  default: (await import('./places/signIn/SetPassword')).SetPassword,
}));

const LINK = /^\/set-password\/([^/]+)\/?$/;

/** What is shown: signing in and what belongs to it, or Juror itself. */
export function Shell() {
  const { state } = useSession();
  const { pathname } = location;
  const link = LINK.exec(pathname);
  return (
    <Suspense fallback={<Loading />}>
      {link ? (
        <SetPassword token={link[1]!} />
      ) : state.person ? (
        <App />
      ) : pathname === '/forgot-password' ? (
        <ForgotPassword />
      ) : (
        <SignIn />
      )}
    </Suspense>
  );
}

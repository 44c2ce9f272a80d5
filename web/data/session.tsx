import { createContext, use, type ReactNode } from 'react';
import useSWR from 'swr';
import { getSession, type SessionState } from '../../contract/session';
import { call, takeToken } from './api';
import { takeHours } from './hours';
import { takeZone } from './zone';

interface Session {
  readonly state: SessionState;
  /** Takes over a new state, after signing in or out. */
  readonly set: (state: SessionState) => void;
}

const SessionContext = createContext<Session | null>(null);

/** Asks who is signed in before anything else is shown. */
export function SessionProvider({
  children,
  waiting,
  failed,
}: {
  children: ReactNode;
  waiting: ReactNode;
  failed: (retry: () => void) => ReactNode;
}) {
  const { data, error, mutate } = useSWR<SessionState, Error>(getSession.path, () => call(getSession), {
    revalidateOnFocus: false,
  });
  takeToken(data?.token ?? null, data?.person?.id ?? null, () => void mutate());
  takeHours(data?.person?.hours);
  takeZone(data?.person?.zone);
  if (error && !data) return failed(() => void mutate());
  if (!data) return waiting;
  return (
    <SessionContext value={{ state: data, set: (state) => void mutate(state, { revalidate: false }) }}>
      {children}
    </SessionContext>
  );
}

const NONE: readonly string[] = [];

/** Origins whose material may be shown in place in texts. */
export const useShownHosts = (): readonly string[] => use(SessionContext)?.state.shows ?? NONE;

/** Who is signed in. */
export function useSession(): Session {
  const session = use(SessionContext);
  if (!session) throw new Error('useSession outside SessionProvider');
  return session;
}

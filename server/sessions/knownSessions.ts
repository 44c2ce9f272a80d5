import { LRUCache } from 'lru-cache';
import { MINUTE } from '../../core/time/instant';
import type { Db } from '../db/open';
import { statement } from '../db/statement';
import { writtenIn } from '../db/written';

const sessionWith = statement((db, at: { tokenHash: string }) =>
  db
    .selectFrom('session')
    .innerJoin('person', 'person.id', 'session.person_id')
    .select(['token_hash', 'person_id', 'write_token', 'seen_at', 'person.hours'])
    .where('token_hash', '=', at.tokenHash),
);

/** A session as it is kept; when somebody was there last is brought up to date in it. */
export type KnownSession = Awaited<ReturnType<typeof sessionWith>>[number];

interface Kept {
  readonly session: KnownSession;
  /** What had been written when it was read. */
  readonly count: number;
}

/** What ends a session, or changes whose it is. */
const CHANGES = ['delete session', 'update person', 'delete person'] as const;
/** So many sessions are kept in memory, each at most so long: another program may have ended it. */
const KEPT = { max: 20_000, ttl: MINUTE };

const known = new WeakMap<object, LRUCache<string, Kept>>();

/** The session with a token; null where there is none. It is kept in memory until one ends or something of a person is changed. */
export async function sessionOfToken(db: Db, tokenHash: string): Promise<KnownSession | null> {
  const { adapter } = db.getExecutor();
  const sessions = known.get(adapter) ?? new LRUCache<string, Kept>(KEPT);
  known.set(adapter, sessions);
  // Taken first: what is written while it is read has it read again.
  const count = writtenIn(adapter).countOf(CHANGES);
  const kept = sessions.get(tokenHash);
  if (kept?.count === count) return kept.session;
  const [session] = await sessionWith(db, { tokenHash });
  if (session) sessions.set(tokenHash, { session, count });
  else sessions.delete(tokenHash);
  return session ?? null;
}

import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { parseCookie } from 'cookie';
import type { Request, Response } from 'express';
import { hoursOr24 } from '../../words/dates';
import { HOUR, MINUTE } from '../../core/time/instant';
import type { Deps } from '../feature/deps';
import type { SignedIn } from '../feature/signedIn';
import { Problem } from '../refusals/problem';
import { sessionOfToken } from './knownSessions';

/** The cookie that carries the token of a session. */
export const SESSION_COOKIE = 'juror_session';
const IDLE = 12 * HOUR;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Writes down a new session of a person; answers it with the token that its cookie carries. */
export async function openSession(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  personId: string,
  browser: string | null = null,
): Promise<{ readonly token: string; readonly session: SignedIn }> {
  const token = randomBytes(32).toString('base64url');
  const writeToken = randomBytes(24).toString('base64url');
  const tokenHash = hashOf(token);
  const now = clock.wall();
  await db
    .insertInto('session')
    .values({
      token_hash: tokenHash,
      person_id: personId,
      write_token: writeToken,
      created_at: now,
      seen_at: now,
      browser,
    })
    .execute();
  const { hours } = await db
    .selectFrom('person')
    .select('hours')
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  return { token, session: { personId, writeToken, tokenHash, hours: hoursOr24(hours) } };
}

/** Starts a session and sets its cookie; a session this browser had before is over. */
export async function startSession(
  deps: Deps,
  req: Request,
  res: Response,
  personId: string,
): Promise<SignedIn> {
  await deps.db
    .deleteFrom('session')
    .where('seen_at', '<', deps.clock.wall() - IDLE)
    .execute();
  const before = parseCookie(req.headers.cookie ?? '')[SESSION_COOKIE];
  if (before !== undefined) await endSessionOf(deps, hashOf(before));
  const { token, session } = await openSession(
    deps,
    personId,
    req.headers['user-agent']?.slice(0, 300) ?? null,
  );
  res.cookie(SESSION_COOKIE, token, { httpOnly: true, sameSite: 'lax', secure: req.secure, path: '/' });
  return session;
}

/**
 * The session of a request, or null when there is none or it has been idle for 12 hours.
 *
 * @param quietly what the page asks by itself keeps no session alive
 */
export async function sessionOf(
  deps: Deps,
  req: Request,
  quietly = req.headers['x-juror-idle'] !== undefined,
): Promise<SignedIn | null> {
  const token = parseCookie(req.headers.cookie ?? '')[SESSION_COOKIE];
  if (!token) return null;
  const tokenHash = hashOf(token);
  const row = await sessionOfToken(deps.db, tokenHash);
  if (!row) return null;
  const now = deps.clock.wall();
  if (now - row.seen_at >= IDLE) {
    await deps.db.deleteFrom('session').where('token_hash', '=', tokenHash).execute();
    return null;
  }
  // A page left open asks by itself; only a person at it keeps the session alive.
  if (now - row.seen_at > MINUTE && !quietly) {
    row.seen_at = now;
    await deps.db.updateTable('session').set({ seen_at: now }).where('token_hash', '=', tokenHash).execute();
  }
  return {
    personId: row.person_id,
    writeToken: row.write_token,
    tokenHash,
    hours: hoursOr24(row.hours),
  };
}

function orSignedOut(session: SignedIn | null): SignedIn {
  if (session === null)
    throw new Problem(401, 'signedOut', 'You are signed out. Sign in to continue; your drafts are saved.');
  return session;
}

/** Sessions seen after this instant still stand, machine time. */
export const standsSince = ({ clock }: Pick<Deps, 'clock'>): number => clock.wall() - IDLE;

/** The session of a request; 401 without one. */
export async function signedIn(deps: Deps, req: Request): Promise<SignedIn> {
  return orSignedOut(await sessionOf(deps, req));
}

/** The same, for what is no sign of anybody being there. */
export async function signedInQuietly(deps: Deps, req: Request): Promise<SignedIn> {
  return orSignedOut(await sessionOf(deps, req, true));
}

/** Whether a session still stands; asking keeps it no longer. */
export async function sessionStands(deps: Deps, { tokenHash }: SignedIn): Promise<boolean> {
  const row = await sessionOfToken(deps.db, tokenHash);
  return row !== null && deps.clock.wall() - row.seen_at < IDLE;
}

/** Refuses a write that was not sent by Juror's own pages. */
export function checkWriteToken(session: SignedIn, req: Request): void {
  const sent = Buffer.from(String(req.headers['x-juror-token'] ?? ''));
  const right = Buffer.from(session.writeToken);
  if (sent.length !== right.length || !timingSafeEqual(sent, right)) {
    throw new Problem(403, 'writeToken', 'This page is out of date. Reload it and try again.');
  }
}

/** Ends a session, and at once the streams that were opened with it. */
async function endSessionOf(deps: Deps, tokenHash: string): Promise<void> {
  const ended = await deps.db
    .deleteFrom('session')
    .where('token_hash', '=', tokenHash)
    .returning('person_id')
    .executeTakeFirst();
  if (ended) deps.live.sessionsEnded(ended.person_id);
}

/** Ends a session and clears its cookie. */
export async function endSession(deps: Deps, req: Request, res: Response, session: SignedIn): Promise<void> {
  await endSessionOf(deps, session.tokenHash);
  res.clearCookie(SESSION_COOKIE, { httpOnly: true, sameSite: 'lax', secure: req.secure, path: '/' });
}

import { createHash, randomBytes } from 'node:crypto';
import { parseCookie } from 'cookie';
import type { Request, Response } from 'express';
import { DAY } from '../../core/time/instant';
import type { Deps } from '../feature/deps';

const COOKIE = 'juror_browser';
const KEPT = 180 * DAY;
/** Browsers of one person; the one not seen for longest gives way. */
const MOST = 20;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

const tokenOf = (req: Request) => parseCookie(req.headers.cookie ?? '')[COOKIE] ?? null;

/** Whether someone has signed in with this browser before: then others' wrong passwords do not keep them waiting. */
export async function isKnownBrowser(deps: Deps, req: Request, personId: string): Promise<boolean> {
  const token = tokenOf(req);
  if (token === null) return false;
  const row = await deps.db
    .selectFrom('known_browser')
    .select('seen_at')
    .where('token_hash', '=', hashOf(token))
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row !== undefined && deps.clock.wall() - row.seen_at < KEPT;
}

/** Takes note that someone has signed in with this browser; it gets a cookie that opens nothing. */
export async function knowBrowser(deps: Deps, req: Request, res: Response, personId: string): Promise<void> {
  const token = tokenOf(req) ?? randomBytes(24).toString('base64url');
  const row = { token_hash: hashOf(token), person_id: personId, seen_at: deps.clock.wall() };
  await deps.db.transaction().execute(async (trx) => {
    await trx
      .insertInto('known_browser')
      .values(row)
      .onConflict((oc) => oc.columns(['token_hash', 'person_id']).doUpdateSet({ seen_at: row.seen_at }))
      .execute();
    const older = await trx
      .selectFrom('known_browser')
      .select('token_hash')
      .where('person_id', '=', personId)
      .orderBy('seen_at', 'desc')
      .offset(MOST)
      .limit(-1)
      .execute();
    if (older.length > 0)
      await trx
        .deleteFrom('known_browser')
        .where('person_id', '=', personId)
        .where(
          'token_hash',
          'in',
          older.map(({ token_hash }) => token_hash),
        )
        .execute();
  });
  res.cookie(COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: req.secure,
    path: '/api/session',
    maxAge: KEPT,
  });
}

import { createHash, randomBytes } from 'node:crypto';
import { DAY } from '../../core/time/instant';
import type { Deps } from '../feature/deps';
import { notFound } from '../refusals/problem';
import { hashPassword } from './passwords';

const LIVES = 7 * DAY;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Makes a one-time link for a person; links made for them before stop working. Its token is kept only as a hash. */
export async function makeLink(
  deps: Deps,
  personId: string,
  madeBy: string,
): Promise<{ address: string; expiresAt: number }> {
  const token = randomBytes(24).toString('base64url');
  const now = deps.clock.wall();
  await deps.db.transaction().execute(async (trx) => {
    await trx.deleteFrom('password_link').where('person_id', '=', personId).execute();
    await trx
      .insertInto('password_link')
      .values({
        token_hash: hashOf(token),
        person_id: personId,
        made_by: madeBy,
        made_at: now,
        expires_at: now + LIVES,
        used_at: null,
      })
      .execute();
  });
  return { address: `/set-password/${token}`, expiresAt: now + LIVES };
}

/** Takes a person's password away and ends their sessions. */
export async function forgetPassword(deps: Deps, personId: string): Promise<void> {
  await deps.db.transaction().execute(async (trx) => {
    await trx.updateTable('person').set({ password_hash: null }).where('id', '=', personId).execute();
    await trx.deleteFrom('session').where('person_id', '=', personId).execute();
  });
  deps.live.sessionsEnded(personId);
}

async function liveLink(deps: Deps, token: string) {
  const row = await deps.db
    .selectFrom('password_link')
    .innerJoin('person', 'person.id', 'password_link.person_id')
    .select([
      'person.id',
      'person.email',
      'given_name',
      'family_name',
      'preferred_name',
      'expires_at',
      'used_at',
      'made_by',
    ])
    .where('token_hash', '=', hashOf(token))
    .executeTakeFirst();
  if (!row || row.used_at !== null || row.expires_at <= deps.clock.wall()) throw notFound();
  return row;
}

/** Whose link a token is; 404 once it was used, replaced or has run out. */
export async function linkOf(deps: Deps, token: string) {
  const row = await liveLink(deps, token);
  return {
    name: `${row.preferred_name ?? row.given_name} ${row.family_name}`.trim(),
    email: row.email,
    expiresAt: row.expires_at,
  };
}

/** Sets a password with a link, which then works no more; sessions opened with an older password end. */
export async function setPasswordWith(deps: Deps, token: string, password: string): Promise<string> {
  const row = await liveLink(deps, token);
  const password_hash = await hashPassword(password);
  await deps.db.transaction().execute(async (trx) => {
    const { numUpdatedRows } = await trx
      .updateTable('password_link')
      .set({ used_at: deps.clock.wall() })
      .where('token_hash', '=', hashOf(token))
      .where('used_at', 'is', null)
      .executeTakeFirstOrThrow();
    if (numUpdatedRows === 0n) throw notFound();
    await trx
      .updateTable('person')
      .set({ password_hash, password_by: row.made_by })
      .where('id', '=', row.id)
      .execute();
    await trx.deleteFrom('session').where('person_id', '=', row.id).execute();
  });
  deps.live.sessionsEnded(row.id);
  return row.email;
}
